package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;
import java.util.zip.ZipException;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.LedgerEntry;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.Revision;

/** Works out the steps that take a recovery back, item by item, last done first. Used once. */
final class RecoveryUndo {

  /** Acts that are taken back item by item. */
  static final Set<Act> TAKEN_BACK = Set.of(Act.RECOVER, Act.REMOVE, Act.GATHER);

  private static final String CHANGED = "it has changed since then; it is untouched";

  private final Catalogue catalogue;
  private final int workers;
  private final FileSystem files;
  private final LedgerEntry entry;
  private final List<ReceiptItem> items;
  private final List<Revision> made;

  RecoveryUndo(Catalogue catalogue, int workers, FileSystem files, long act) throws IOException {
    this.catalogue = catalogue;
    this.workers = workers;
    this.files = files;
    this.entry =
        catalogue
            .ledger()
            .act(act)
            .orElseThrow(() -> new RefusedException("The ledger has no act " + act + "."));
    if (!TAKEN_BACK.contains(entry.act())) {
      throw new RefusedException(
          "Act %d is a %s, which cannot be taken back as a recovery."
              .formatted(act, entry.act().word()));
    }
    if (catalogue.ledger().undoOf(act).isPresent()) {
      throw new RefusedException("Act %d has been taken back already.".formatted(act));
    }
    this.items = catalogue.ledger().items(act);
    this.made = catalogue.files().madeBy(act);
  }

  LedgerEntry entry() {
    return entry;
  }

  /** Whether it wrote on the shelf. */
  boolean isInPlace() {
    return !made.isEmpty() || items.stream().anyMatch(item -> item.outcome() == Outcome.REMOVED);
  }

  /** The places on the shelf that it would change. */
  List<InnerPath> pathsInPlace(Path folder) {
    return items.stream()
        .filter(item -> item.changedSomething() && item.outcome() != Outcome.FOLDER)
        .map(item -> folder.getFileSystem().getPath(item.target()))
        .filter(target -> target.startsWith(folder))
        .map(target -> ShelfPaths.inner(folder, target))
        .toList();
  }

  List<Step> stepsInPlace(Path folder) throws IOException {
    List<Step> steps = new ArrayList<>();
    for (ReceiptItem item : items) {
      if (!item.changedSomething() || item.outcome() == Outcome.FOLDER) {
        continue;
      }
      Path target = folder.getFileSystem().getPath(item.target());
      if (!target.startsWith(folder)) {
        steps.add(
            step(item, target, Optional.empty(), Outcome.REFUSED, "the shelf lies elsewhere"));
        continue;
      }
      InnerPath path = ShelfPaths.inner(folder, target);
      steps.add(
          item.outcome() == Outcome.REMOVED
              ? putBack(item, target, path)
              : takeBack(item, target, path));
    }
    return steps;
  }

  private Step putBack(ReceiptItem item, Path target, InnerPath path) throws IOException {
    long file = item.file().orElseThrow();
    boolean free = !Files.exists(target, LinkOption.NOFOLLOW_LINKS);
    if (!free) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    Revision was = catalogue.files().revision(file, item.revision().orElseThrow()).orElseThrow();
    return new Step(
        target,
        Optional.of(path),
        Outcome.RECOVERED,
        Optional.of(was.state()),
        OptionalLong.of(file),
        OptionalInt.of(was.number()),
        "");
  }

  private Step takeBack(ReceiptItem item, Path target, InnerPath path) throws IOException {
    Optional<Revision> mine =
        made.stream()
            .filter(revision -> revision.state().path().equals(path))
            .reduce((older, newer) -> newer);
    if (mine.isEmpty()) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    Revision revision = mine.get();
    RecordedFile file = catalogue.files().file(revision.file()).orElseThrow();
    boolean still =
        file.present() && file.lastNumber() == revision.number() && file.path().equals(path);
    if (!still) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    if (item.outcome() != Outcome.MADE_ROOM) {
      return new Step(
          target,
          Optional.of(path),
          Outcome.REMOVED,
          Optional.empty(),
          OptionalLong.of(file.id()),
          OptionalInt.of(revision.number()),
          "");
    }
    Optional<Revision> before = before(file.id(), revision);
    if (before.isEmpty()) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    return new Step(
        target,
        Optional.of(path),
        Outcome.MADE_ROOM,
        Optional.of(before.get().state()),
        OptionalLong.of(file.id()),
        OptionalInt.of(before.get().number()),
        "");
  }

  /**
   * What gave way. After an interruption a capture may have recorded what was written before the
   * recovery could say so, so it is the last revision that holds something else.
   */
  private Optional<Revision> before(long file, Revision mine) throws IOException {
    List<Revision> history = catalogue.files().history(file);
    return history.subList(0, history.indexOf(mine)).stream()
        .filter(revision -> !revision.state().sameContent(mine.state()) && !made.contains(revision))
        .reduce((older, newer) -> newer);
  }

  List<Step> stepsElsewhere() throws IOException {
    List<Step> steps = new ArrayList<>();
    for (ReceiptItem item : items) {
      if (!item.changedSomething() || item.outcome() == Outcome.FOLDER) {
        continue;
      }
      Path target = files.getPath(item.target());
      if (!stillThere(target, item.wrote().orElseThrow())) {
        steps.add(step(item, target, Optional.empty(), Outcome.REFUSED, CHANGED));
      } else if (item.before().isPresent()) {
        steps.add(
            new Step(
                target,
                Optional.empty(),
                Outcome.MADE_ROOM,
                item.before(),
                item.file(),
                item.revision(),
                ""));
      } else {
        steps.add(step(item, target, Optional.empty(), Outcome.REMOVED, ""));
      }
    }
    return steps;
  }

  /** Folders that the recovery made go again, as far as they are empty; returns those. */
  List<Path> removeEmptied() throws IOException {
    List<Path> gone = new ArrayList<>();
    List<Path> folders =
        items.stream()
            .filter(item -> item.outcome() == Outcome.FOLDER)
            .map(item -> files.getPath(item.target()))
            .sorted(Comparator.reverseOrder())
            .toList();
    for (Path folder : folders) {
      // Somebody may have put something there since, or a file in it was refused: then it stays.
      if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS) && isEmpty(folder)) {
        Files.delete(folder);
        gone.add(folder);
      }
    }
    return gone;
  }

  private static boolean isEmpty(Path folder) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.findAny().isEmpty();
    }
  }

  private boolean stillThere(Path target, FileState wrote) throws IOException {
    if (wrote.content().isPresent() || wrote.link().isPresent()) {
      return new TargetCheck(catalogue.contents(), workers).holds(target, wrote);
    }
    return Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS)
        && Files.size(target) == wrote.size()
        && isStillPacked(target);
  }

  /** Whether an archive still holds what was packed. */
  private boolean isStillPacked(Path zip) throws IOException {
    try (FileChannel channel = FileChannel.open(zip, StandardOpenOption.READ);
        ZipFile read = ZipFile.builder().setSeekableByteChannel(channel).get()) {
      for (ReceiptItem item : items) {
        if (item.outcome() == Outcome.PACKED && item.wrote().isPresent()) {
          String name = zip.relativize(zip.getFileSystem().getPath(item.target())).toString();
          if (!ArchiveWriter.holds(read, name, item.wrote().get(), catalogue.contents())) {
            return false;
          }
        }
      }
      return true;
    } catch (ZipException e) {
      return false;
    }
  }

  private static Step step(
      ReceiptItem item, Path target, Optional<InnerPath> path, Outcome outcome, String why) {
    return new Step(target, path, outcome, Optional.empty(), item.file(), item.revision(), why);
  }
}
