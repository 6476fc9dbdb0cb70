package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.FolderLook;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.session.Shelf;

/** Puts what lies in a folder beside what is recorded of it. */
final class Browser {

  private static final Duration STILL_WARM = Duration.ofSeconds(3);
  private static final Comparator<FolderRow> FOLDERS_FIRST =
      Comparator.comparing((FolderRow row) -> row.kind() != FolderRow.RowKind.FOLDER)
          .thenComparing(row -> row.path().text(), String.CASE_INSENSITIVE_ORDER);

  private static final Moment NOW = new Moment.Now(Instant.MAX);

  private final Catalogue catalogue;
  private final InstantSource clock;
  private final FileTimes times;

  Browser(Catalogue catalogue, InstantSource clock, FileTimes times) {
    this.catalogue = catalogue;
    this.clock = clock;
    this.times = times;
  }

  List<FolderRow> rows(Shelf shelf, Path root, InnerPath folder) throws IOException {
    catalogue.lookForNews();
    Map<InnerPath, TreeEntry> recorded = new LinkedHashMap<>();
    for (TreeEntry entry : catalogue.trees().folder(shelf.id(), folder)) {
      recorded.put(entry.path(), entry);
    }
    List<FolderRow> rows = new ArrayList<>();
    for (FolderLook.LookEntry entry : FolderLook.at(root, folder, times)) {
      TreeEntry known = recorded.remove(entry.path());
      FolderRow row = row(entry, Optional.ofNullable(known));
      Optional<LeftOut.Rule> rule = shelf.settings().leftOut().rule(entry.path());
      rows.add(rule.isPresent() ? row.leftOut(rule.get().pattern()) : row);
    }
    for (TreeEntry gone : recorded.values()) {
      rows.add(gone(gone, root));
    }
    rows.sort(FOLDERS_FIRST);
    return rows;
  }

  /** One of these rows, without looking at the others; empty if there is nothing to say. */
  Optional<FolderRow> row(Shelf shelf, Path root, InnerPath path) throws IOException {
    catalogue.lookForNews();
    Optional<TreeEntry> known = catalogue.trees().entry(shelf.id(), path, NOW);
    Optional<FolderLook.LookEntry> there = FolderLook.of(root, path, times);
    if (there.isEmpty()) {
      return known.map(entry -> gone(entry, root));
    }
    FolderRow row = row(there.get(), known);
    Optional<LeftOut.Rule> rule = shelf.settings().leftOut().rule(path);
    return Optional.of(rule.isPresent() ? row.leftOut(rule.get().pattern()) : row);
  }

  /** What is kept in a folder of a shelf that has none on any drive. */
  List<FolderRow> deposited(Shelf shelf, InnerPath folder) throws IOException {
    catalogue.lookForNews();
    List<FolderRow> rows = new ArrayList<>();
    for (TreeEntry entry : catalogue.trees().folder(shelf.id(), folder)) {
      boolean isFolder = entry.kind() == TreeEntry.EntryKind.FOLDER;
      rows.add(
          new FolderRow(
              isFolder ? FolderRow.RowKind.FOLDER : FolderRow.RowKind.FILE,
              entry.path(),
              Path.of(""),
              entry.file(),
              entry.size(),
              entry.modified(),
              entry.revision(),
              isFolder ? Optional.empty() : Optional.of(entry.since()),
              FolderRow.RowStanding.RECORDED,
              ""));
    }
    rows.sort(FOLDERS_FIRST);
    return rows;
  }

  private FolderRow row(FolderLook.LookEntry entry, Optional<TreeEntry> known) {
    FolderRow.RowKind kind =
        entry.isFolder()
            ? FolderRow.RowKind.FOLDER
            : entry.isLink() ? FolderRow.RowKind.LINK : FolderRow.RowKind.FILE;
    return new FolderRow(
        kind,
        entry.path(),
        entry.file(),
        known.map(TreeEntry::file).orElse(OptionalLong.empty()),
        entry.size(),
        entry.modified(),
        known.map(TreeEntry::revision).orElse(OptionalInt.empty()),
        known.filter(e -> e.kind() != TreeEntry.EntryKind.FOLDER).map(TreeEntry::since),
        standing(entry, known),
        entry.problem().orElse(""));
  }

  private FolderRow.RowStanding standing(FolderLook.LookEntry entry, Optional<TreeEntry> known) {
    if (entry.problem().isPresent()) {
      return FolderRow.RowStanding.UNREADABLE;
    }
    if (entry.isFolder()) {
      return known.isPresent() ? FolderRow.RowStanding.RECORDED : FolderRow.RowStanding.NEW;
    }
    boolean same =
        known.isPresent()
            && known.get().size() == entry.size()
            && known.get().modified().equals(entry.modified());
    if (same) {
      return FolderRow.RowStanding.RECORDED;
    }
    Duration since = Duration.between(entry.modified(), clock.instant());
    if (!since.isNegative() && since.compareTo(STILL_WARM) < 0) {
      return FolderRow.RowStanding.BEING_WRITTEN;
    }
    return known.isPresent() ? FolderRow.RowStanding.CHANGED_SINCE : FolderRow.RowStanding.NEW;
  }

  private static FolderRow gone(TreeEntry entry, Path root) {
    return new FolderRow(
        entry.kind() == TreeEntry.EntryKind.FOLDER
            ? FolderRow.RowKind.FOLDER
            : entry.kind() == TreeEntry.EntryKind.LINK
                ? FolderRow.RowKind.LINK
                : FolderRow.RowKind.FILE,
        entry.path(),
        ShelfPaths.resolve(root, entry.path()),
        entry.file(),
        entry.size(),
        entry.modified(),
        entry.revision(),
        entry.kind() == TreeEntry.EntryKind.FOLDER ? Optional.empty() : Optional.of(entry.since()),
        FolderRow.RowStanding.GONE,
        "");
  }
}
