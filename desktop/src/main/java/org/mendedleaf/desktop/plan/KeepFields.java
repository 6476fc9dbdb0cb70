package org.mendedleaf.desktop.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.RevisionOf;
import org.mendedleaf.core.keeping.ShelfLineages;
import org.mendedleaf.core.keeping.ShelfLineages.FileLineage;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.desktop.drawings.KeepField;
import org.mendedleaf.desktop.words.Words;

/** Turns a rehearsal into what the field of leaves draws. */
final class KeepFields {

  /** The number of files, the liveliest, that have a line of their own. */
  private static final int LIVELIEST = 9;

  /** All other files are drawn as one line of so many places. */
  private static final int PLACES = 120;

  private KeepFields() {}

  /** The liveliest files line by line, all others as one. */
  static KeepField.DrawnField of(
      ShelfLineages lineages, CarePlans.PlanRehearsal rehearsal, Instant at) {
    Set<RevisionOf> goes = new HashSet<>();
    rehearsal.goes().forEach(one -> goes.add(one.of()));
    List<FileLineage> byLife =
        lineages.files().stream()
            .sorted(
                Comparator.comparingInt((FileLineage file) -> -file.lineage().revisions().size()))
            .toList();
    Instant oldest =
        lineages.files().stream()
            .map(file -> file.lineage().revisions().get(0).from())
            .min(Comparator.naturalOrder())
            .orElse(at);
    List<KeepField.FieldRow> rows = new ArrayList<>();
    int own = byLife.size() == LIVELIEST + 1 ? LIVELIEST + 1 : LIVELIEST;
    for (FileLineage file : byLife.subList(0, Math.min(own, byLife.size()))) {
      rows.add(
          new KeepField.FieldRow(
              name(file, byLife), file.lineage().removedAt().isPresent(), leaves(file, goes)));
    }
    if (byLife.size() > own) {
      rows.add(
          new KeepField.FieldRow(
              Words.of("keepField.others"),
              false,
              together(byLife.subList(own, byLife.size()), goes, at, oldest)));
    }
    return new KeepField.DrawnField(at, oldest, rows);
  }

  /** The path where the name alone does not tell. */
  private static String name(FileLineage file, List<FileLineage> byLife) {
    InnerPath path = file.lineage().path();
    boolean alone =
        byLife.stream()
            .limit(LIVELIEST + 1)
            .noneMatch(
                other ->
                    other.file() != file.file()
                        && other.lineage().path().name().equals(path.name()));
    return alone ? path.name() : path.shown();
  }

  private static List<KeepField.FieldLeaf> leaves(FileLineage file, Set<RevisionOf> goes) {
    List<KeepField.FieldLeaf> leaves = new ArrayList<>();
    for (Lineage.KeptRevision one : file.lineage().revisions()) {
      leaves.add(
          new KeepField.FieldLeaf(
              one.from(),
              !goes.contains(new RevisionOf(file.file(), one.number())),
              one.until().isEmpty(),
              one.said().contains(Lineage.Said.ISSUED)));
    }
    return leaves;
  }

  /** A hundred thousand leaves on one line: what stays and what goes at each place. */
  private static List<KeepField.FieldLeaf> together(
      List<FileLineage> files, Set<RevisionOf> goes, Instant at, Instant oldest) {
    long span = Math.max(1, at.getEpochSecond() - oldest.getEpochSecond());
    KeepField.FieldLeaf[] staying = new KeepField.FieldLeaf[PLACES + 1];
    KeepField.FieldLeaf[] going = new KeepField.FieldLeaf[PLACES + 1];
    for (FileLineage file : files) {
      for (Lineage.KeptRevision one : file.lineage().revisions()) {
        double part = (at.getEpochSecond() - one.from().getEpochSecond()) / (double) span;
        // By the root, since the scale widens toward now.
        int place = (int) Math.round(PLACES * Math.sqrt(Math.max(0, Math.min(1, part))));
        boolean stays = !goes.contains(new RevisionOf(file.file(), one.number()));
        (stays ? staying : going)[place] = new KeepField.FieldLeaf(one.from(), stays, false, false);
      }
    }
    List<KeepField.FieldLeaf> leaves = new ArrayList<>();
    for (int place = 0; place <= PLACES; place++) {
      if (staying[place] != null) {
        leaves.add(staying[place]);
      } else if (going[place] != null) {
        leaves.add(going[place]);
      }
    }
    return leaves;
  }
}
