package org.mendedleaf.core.place;

import java.io.EOFException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.zip.ZipException;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;

/** Works out the plan that takes an act back, item by item. Used once. */
public final class UndoSteps {

  /** Acts that are taken back. */
  private static final Set<Act> TAKEN_BACK =
      Set.of(Act.RECOVER, Act.REMOVE, Act.GATHER, Act.MEND, Act.BRING_IN, Act.UNDO);

  static final String CHANGED = "it has changed since then; it is untouched";

  private final Catalogue catalogue;
  private final int workers;
  private final FileSystem files;
  private final LedgerEntry entry;
  private final List<ReceiptItem> items;
  private final List<Revision> made;
  private final Map<Path, FileState> stands = new HashMap<>();

  public UndoSteps(Catalogue catalogue, int workers, FileSystem files, long act)
      throws IOException {
    this.catalogue = catalogue;
    this.workers = workers;
    this.files = files;
    this.entry =
        catalogue
            .ledger()
            .act(act)
            .orElseThrow(() -> new RefusedException("The ledger has no act " + act + "."));
    this.items = catalogue.ledger().items(act);
    this.made = catalogue.files().madeBy(act);
    if (!isTakenBack(entry.act()) || (items.isEmpty() && made.isEmpty())) {
      throw new RefusedException(
          "Act %d is a %s, which cannot be taken back.".formatted(act, entry.act().word()));
    }
    if (catalogue.ledger().undoOf(act).isPresent()) {
      throw new RefusedException("Act %d has been taken back already.".formatted(act));
    }
  }

  /** Whether such acts are taken back. */
  public static boolean isTakenBack(Act act) {
    return TAKEN_BACK.contains(act);
  }

  /** The shelf that it was about. */
  public long shelf() {
    return entry.shelf().orElseThrow();
  }

  /** Whether it changed what lies on the shelf. */
  public boolean isInPlace() {
    return !made.isEmpty() || items.stream().anyMatch(this::tookAway);
  }

  /** Elsewhere nothing but what a recovery wrote itself is ever taken away, by taking it back. */
  private boolean tookAway(ReceiptItem item) {
    return item.outcome() == Outcome.REMOVED && entry.act() != Act.UNDO;
  }

  /** The places on the shelf that it would change. */
  public List<InnerPath> pathsInPlace(Path folder) {
    List<InnerPath> paths = new ArrayList<>();
    for (ReceiptItem item : items) {
      Path target = folder.getFileSystem().getPath(item.target());
      if (changedAFile(item) && target.startsWith(folder)) {
        paths.add(ShelfPaths.inner(folder, target));
      }
    }
    return paths;
  }

  private static boolean changedAFile(ReceiptItem item) {
    return item.changedSomething() && item.outcome() != Outcome.FOLDER;
  }

  /** The plan for a shelf's folder. */
  public PlacePlan inPlace(Path folder, String by, Optional<String> run) throws IOException {
    List<Step> steps = new ArrayList<>();
    Set<InnerPath> told = new HashSet<>();
    for (ReceiptItem item : items) {
      if (!changedAFile(item)) {
        continue;
      }
      Path target = folder.getFileSystem().getPath(item.target());
      if (!target.startsWith(folder)) {
        steps.add(
            step(item, target, Optional.empty(), Outcome.REFUSED, "the shelf lies elsewhere"));
        continue;
      }
      InnerPath path = ShelfPaths.inner(folder, target);
      told.add(path);
      boolean free = !Files.exists(target, LinkOption.NOFOLLOW_LINKS);
      steps.add(
          item.outcome() == Outcome.REMOVED
              ? putBack(item, target, path, free)
              : takeBack(item, target, path, !free));
    }
    for (InnerPath path : untold(told)) {
      Path target = ShelfPaths.resolve(folder, path);
      steps.add(takeBack(bare(path, target), target, path, Files.exists(target)));
    }
    return plan(new PlacePlan.Where.OnShelf(shelf(), folder), by, run, steps, emptied(folder));
  }

  /** Acts of earlier builds have no item for what they made. */
  private Set<InnerPath> untold(Set<InnerPath> told) {
    Set<InnerPath> untold = new HashSet<>();
    made.forEach(revision -> untold.add(revision.state().path()));
    untold.removeAll(told);
    return items.isEmpty() ? untold : Set.of();
  }

  private ReceiptItem bare(InnerPath path, Path target) {
    Revision revision =
        made.stream().filter(one -> one.state().path().equals(path)).findFirst().orElseThrow();
    return new ReceiptItem(
        target.toString(),
        OptionalLong.of(revision.file()),
        OptionalInt.of(revision.number()),
        Outcome.MADE_ROOM,
        revision.state().size(),
        "",
        Optional.of(revision.state()),
        Optional.empty());
  }

  /** The plan for a shelf that has no folder. */
  public PlacePlan inLog(String name, String by, Optional<String> run) throws IOException {
    List<Step> steps = new ArrayList<>();
    Set<Long> told = new HashSet<>();
    for (ReceiptItem item : items) {
      if (!changedAFile(item) || item.file().isEmpty() || !told.add(item.file().getAsLong())) {
        continue;
      }
      RecordedFile file = requireFile(item.file().getAsLong());
      Path target = Path.of(item.target());
      steps.add(
          item.outcome() == Outcome.REMOVED
              ? putBack(item, target, file.path(), !file.present())
              : takeBack(item, target, file.path(), file.present()));
    }
    for (Revision revision : made) {
      if (told.add(revision.file())) {
        RecordedFile file = requireFile(revision.file());
        Path target = Path.of(name + ":" + file.path().text());
        steps.add(takeBack(bare(revision.state().path(), target), target, file.path(), true));
      }
    }
    return plan(new PlacePlan.Where.InLog(name), by, run, steps, List.of());
  }

  private RecordedFile requireFile(long id) throws IOException {
    return catalogue.files().file(id).orElseThrow(() -> new RefusedException(CHANGED));
  }

  /** The plan for places off the shelves. */
  public PlacePlan elsewhere(String by, Optional<String> run) throws IOException {
    List<Step> steps = new ArrayList<>();
    for (ReceiptItem item : items) {
      if (!changedAFile(item)) {
        continue;
      }
      Path target = files.getPath(item.target());
      if (item.outcome() == Outcome.REMOVED) {
        // It was taken away by taking back: what the recovery had written comes again.
        steps.add(step(item, target, Optional.empty(), Outcome.REFUSED, CHANGED));
      } else if (!stillThere(target, item.wrote().orElseThrow())) {
        steps.add(step(item, target, Optional.empty(), Outcome.REFUSED, CHANGED));
      } else {
        stands.put(target, item.wrote().orElseThrow());
        steps.add(
            item.before().isPresent()
                ? new Step(
                    target,
                    Optional.empty(),
                    Outcome.MADE_ROOM,
                    item.before(),
                    item.file(),
                    item.revision(),
                    "")
                : step(item, target, Optional.empty(), Outcome.REMOVED, ""));
      }
    }
    return plan(new PlacePlan.Where.AtTargets(), by, run, steps, emptied(null));
  }

  /** Folders that the act made go again, as far as they are empty. */
  private List<Path> emptied(@Nullable Path shelfFolder) {
    FileSystem system = shelfFolder == null ? files : shelfFolder.getFileSystem();
    return items.stream()
        .filter(item -> item.outcome() == Outcome.FOLDER)
        .map(item -> system.getPath(item.target()))
        .filter(folder -> shelfFolder == null || folder.startsWith(shelfFolder))
        .toList();
  }

  private PlacePlan plan(
      PlacePlan.Where where,
      String by,
      Optional<String> run,
      List<Step> steps,
      List<Path> emptied) {
    return new PlacePlan(
        where, shelf(), Act.UNDO, OptionalLong.of(entry.id()), by, run, steps, stands, emptied);
  }

  private Step putBack(ReceiptItem item, Path target, InnerPath path, boolean free)
      throws IOException {
    long file = item.file().orElseThrow();
    Optional<Revision> was = catalogue.files().revision(file, item.revision().orElseThrow());
    if (!free || was.isEmpty()) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    return new Step(
        target,
        Optional.of(path),
        Outcome.RECOVERED,
        Optional.of(was.get().state()),
        OptionalLong.of(file),
        OptionalInt.of(was.get().number()),
        "");
  }

  private Step takeBack(ReceiptItem item, Path target, InnerPath path, boolean there)
      throws IOException {
    Optional<Revision> mine =
        made.stream()
            .filter(revision -> revision.state().path().equals(path))
            .reduce((older, newer) -> newer);
    Optional<RecordedFile> file =
        mine.isPresent() ? catalogue.files().file(mine.get().file()) : Optional.empty();
    boolean still =
        there
            && file.isPresent()
            && file.get().present()
            && file.get().lastNumber() == mine.get().number()
            && file.get().path().equals(path);
    if (!still) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    Revision revision = mine.get();
    List<Revision> history = catalogue.files().history(revision.file());
    Revision firstMade = history.stream().filter(made::contains).findFirst().orElse(revision);
    if (item.outcome() != Outcome.MADE_ROOM
        || firstMade.afterRemoval()
        || history.indexOf(firstMade) == 0) {
      return new Step(
          target,
          Optional.of(path),
          Outcome.REMOVED,
          Optional.empty(),
          OptionalLong.of(revision.file()),
          OptionalInt.of(revision.number()),
          "");
    }
    Optional<Revision> before = before(history.subList(0, history.indexOf(firstMade)), revision);
    if (before.isEmpty()) {
      return step(item, target, Optional.of(path), Outcome.REFUSED, CHANGED);
    }
    return new Step(
        target,
        Optional.of(path),
        Outcome.MADE_ROOM,
        Optional.of(before.get().state()),
        OptionalLong.of(revision.file()),
        OptionalInt.of(before.get().number()),
        "");
  }

  /**
   * What gave way: the revision before. After an interruption a capture may have recorded what was
   * written before the act could say so, so for acts that are taken up again it is the last one
   * that holds something else.
   */
  private Optional<Revision> before(List<Revision> earlier, Revision mine) {
    boolean takenUpAgain = entry.run().isPresent() && entry.act() != Act.UNDO;
    return earlier.stream()
        .filter(one -> !takenUpAgain || !one.state().sameContent(mine.state()))
        .reduce((older, newer) -> newer);
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
    } catch (IOException e) {
      // The library tells what is no archive, or one that was cut, as the cause of another error.
      if (e instanceof ZipException
          || e.getCause() instanceof ZipException
          || e.getCause() instanceof EOFException) {
        return false;
      }
      throw e;
    }
  }

  private static Step step(
      ReceiptItem item, Path target, Optional<InnerPath> path, Outcome outcome, String why) {
    return new Step(target, path, outcome, Optional.empty(), item.file(), item.revision(), why);
  }
}
