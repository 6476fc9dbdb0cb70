package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.LedgerEntry;
import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.store.WriteSession;

/**
 * Makes an earlier revision the current one, as a new revision. What lies there is captured first;
 * the revision is written aside, checked and moved into place; then the new revision is committed.
 * If the process dies in between, the file is whole, old or new, and the next capture records it.
 */
public final class Mending {

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;
  private final Placement placement;

  public Mending(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      RandomGenerator random,
      int workers) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.capture = capture;
    this.clock = clock;
    this.placement = new Placement(catalogue.contents(), random, workers);
  }

  /**
   * What was done.
   *
   * @param from the revision whose content it is
   * @param revision the new revision; empty if undoing took the file away again
   * @param act what {@link #undo} takes
   */
  public record Mended(RecordedFile file, int from, OptionalInt revision, long act) {}

  /**
   * Mends a file.
   *
   * @param folder the folder that the file's shelf is bound to here
   * @throws RefusedException if there is nothing to do or it cannot be done; nothing was changed
   */
  public Mended mend(long fileId, int number, Path folder, String by) throws IOException {
    catalogue.catchUp();
    RecordedFile file = requireFile(fileId);
    Revision wanted =
        catalogue
            .files()
            .revision(fileId, number)
            .orElseThrow(
                () ->
                    new RefusedException(
                        "%s has no revision r%d.".formatted(file.path().shown(), number)));
    Path target = ShelfPaths.resolve(folder, file.path());
    ShelfTarget.requireInside(folder, target);
    Standing standing = ShelfTarget.captured(capture, file.shelf(), folder, file.path(), by);
    Revision current = catalogue.files().current(fileId).orElseThrow();
    boolean there = standing.exists();
    if (there && current.number() == number) {
      throw new RefusedException(
          "%s is r%d already: what lies there is that revision. Nothing was changed."
              .formatted(file.path().shown(), number));
    }
    return put(file, wanted, folder, standing, Act.MEND, OptionalLong.empty(), by);
  }

  /**
   * Takes a mending back, or takes the taking back back.
   *
   * @param act the id that {@link Mended} told
   * @throws RefusedException if the file has changed since, or the act cannot be taken back
   */
  public Mended undo(long act, Path folder, String by) throws IOException {
    catalogue.catchUp();
    Revision made = requireUndoable(act);
    RecordedFile file = requireFile(made.file());
    Path target = ShelfPaths.resolve(folder, file.path());
    ShelfTarget.requireInside(folder, target);
    Standing standing = ShelfTarget.captured(capture, file.shelf(), folder, file.path(), by);
    Revision current = catalogue.files().current(file.id()).orElseThrow();
    if (current.number() != made.number() || !standing.exists()) {
      throw new RefusedException(
          "%s has changed since then, so this cannot be taken back by itself. Nothing was changed; mend it with the revision you want."
              .formatted(file.path().shown()));
    }
    List<Revision> history = catalogue.files().history(file.id());
    int at = history.indexOf(made);
    if (at == 0 && made.origin() == Origin.BRING_IN) {
      return takeAway(file, made, target, act, by);
    }
    if (at <= 0) {
      throw new RefusedException("There is nothing before r%d.".formatted(made.number()));
    }
    Revision before = history.get(at - 1);
    if (made.afterRemoval()) {
      return takeAway(file, made, target, act, by);
    }
    return put(file, before, folder, standing, Act.UNDO, OptionalLong.of(act), by);
  }

  private Mended takeAway(RecordedFile file, Revision made, Path target, long of, String by)
      throws IOException {
    Files.delete(target);
    Journal.Draft draft =
        new Journal.Draft(
            Act.UNDO,
            OptionalLong.of(file.shelf()),
            clock.instant(),
            by,
            OptionalLong.of(of),
            false,
            List.of(new Proposal.Remove(file.id())));
    long act = commit(draft).segment();
    return new Mended(file, made.number(), OptionalInt.empty(), act);
  }

  private Mended put(
      RecordedFile file,
      Revision wanted,
      Path folder,
      Standing standing,
      Act act,
      OptionalLong of,
      String by)
      throws IOException {
    Path target = ShelfPaths.resolve(folder, file.path());
    placement.place(
        wanted.state(),
        folder,
        target,
        () -> {
          if (!standing.isStill(target, file.path())) {
            throw new RefusedException(
                "%s was saved again just now, so it was not mended. That save is untouched; try again."
                    .formatted(file.path().shown()));
          }
        });
    Standing placed = capture.standing(target, file.path());
    FileState state = placed.describe(wanted.state());
    Origin origin = act == Act.UNDO ? Origin.UNDO : Origin.MEND;
    Proposal.Save save =
        new Proposal.Save(
            OptionalLong.of(file.id()), state, origin, OptionalInt.of(wanted.number()), true);
    Journal.Draft draft =
        new Journal.Draft(
            act, OptionalLong.of(file.shelf()), clock.instant(), by, of, false, List.of(save));
    Journal.Committed committed = commit(draft);
    return new Mended(
        file, wanted.number(), OptionalInt.of(committed.firstRevision()), committed.segment());
  }

  private Journal.Committed commit(Journal.Draft draft) throws IOException {
    try (WriteSession session = catalogue.store().write(catalogue)) {
      return journal.commit(draft, session).orElseThrow();
    }
  }

  private RecordedFile requireFile(long id) throws IOException {
    return catalogue
        .files()
        .file(id)
        .orElseThrow(() -> new RefusedException("There is no file with the id " + id + "."));
  }

  private Revision requireUndoable(long act) throws IOException {
    LedgerEntry entry =
        catalogue
            .ledger()
            .act(act)
            .orElseThrow(() -> new RefusedException("The ledger has no act " + act + "."));
    if (entry.act() != Act.MEND && entry.act() != Act.UNDO && entry.act() != Act.BRING_IN) {
      throw new RefusedException(
          "Act %d is a %s, which cannot be taken back.".formatted(act, entry.act().word()));
    }
    if (catalogue.ledger().undoOf(act).isPresent()) {
      throw new RefusedException("Act %d has been taken back already.".formatted(act));
    }
    return catalogue.files().madeBy(act).stream()
        .findFirst()
        .orElseThrow(() -> new RefusedException("Act %d made no revision.".formatted(act)));
  }
}
