package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.DepositFolders;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.progress.Progress;

/**
 * Acts on a shelf that has no folder to work in: revisions are brought in, files are renamed,
 * moved, removed and mended in the log alone. Each act is one commit, so it has happened or it has
 * not.
 *
 * <p>For one thread at a time; other desks are settled by the log.
 */
public final class Deposit {

  private final Catalogue catalogue;
  private final Journal journal;
  private final InstantSource clock;
  private final Executor executor;
  private final DepositFolders folders;

  public Deposit(Catalogue catalogue, Journal journal, InstantSource clock, Executor executor) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.clock = clock;
    this.executor = executor;
    this.folders = new DepositFolders(catalogue, clock);
  }

  /**
   * Where something is done.
   *
   * @param name of the shelf, for receipts
   */
  public record DepositPlace(long shelf, String name, String by) {}

  /**
   * Gives a file another name or folder on its shelf; its history goes with it.
   *
   * @return the act
   */
  public long move(DepositPlace place, long fileId, InnerPath to) throws IOException {
    catalogue.catchUp();
    if (!to.isPlain()) {
      throw new RefusedException(noPlace(to));
    }
    RecordedFile file = requireFile(catalogue, fileId);
    if (!file.present()) {
      throw new RefusedException(
          "%s was removed; bring it back before it is moved. Nothing was changed."
              .formatted(file.path().shown()));
    }
    if (catalogue.files().presentAt(place.shelf(), to).isPresent()) {
      throw new RefusedException(
          "There is a file %s already. Nothing was changed.".formatted(to.shown()));
    }
    Revision current = catalogue.files().current(fileId).orElseThrow();
    List<Proposal> proposals = new ArrayList<>();
    proposals.add(new Proposal.Move(fileId, current.state().at(to)));
    proposals.addAll(folders.missing(place.shelf(), Set.of(to)));
    proposals.addAll(folders.emptied(place.shelf(), Set.of(file.path()), Set.of(to)));
    return journal
        .commit(Journal.Draft.on(place.shelf(), Act.MOVE, clock.instant(), place.by(), proposals))
        .segment();
  }

  /**
   * Removes files, or folders with everything in them; their revisions stay.
   *
   * @return the act
   */
  public long remove(DepositPlace place, List<InnerPath> paths, String run) throws IOException {
    catalogue.catchUp();
    List<Step> steps = new ArrayList<>();
    for (PresentFile file : catalogue.present().of(place.shelf())) {
      InnerPath at = file.state().path();
      if (paths.stream().anyMatch(at::isWithin)) {
        steps.add(removing(file, Path.of(target(place, at))));
      }
    }
    Recovery.requireSome(steps, paths);
    return executor.run(plan(place, Act.REMOVE, run, steps), Progress.NONE).act();
  }

  private static PlacePlan plan(DepositPlace place, Act act, String run, List<Step> steps) {
    return new PlacePlan(
        new PlacePlan.Where.InLog(place.name()),
        place.shelf(),
        act,
        place.by(),
        Optional.of(run),
        steps);
  }

  /** The step that takes a file away. */
  static Step removing(PresentFile file, Path target) {
    return new Step(
        target,
        Optional.of(file.state().path()),
        Outcome.REMOVED,
        Optional.empty(),
        OptionalLong.of(file.file()),
        OptionalInt.of(file.revision()),
        "");
  }

  /** What making these current again would do, without doing it. */
  public Rehearsal rehearse(DepositPlace place, RecoveryOrder order) throws IOException {
    catalogue.catchUp();
    List<Step> steps = new ArrayList<>(new DepositSteps(catalogue, place).of(order));
    steps.sort(Comparator.comparing(step -> !step.isConflict()));
    return new Rehearsal(order, steps);
  }

  /**
   * Makes what was picked current again: removed files return, others are mended.
   *
   * @return the act; empty if everything was current already
   */
  public OptionalLong recover(DepositPlace place, RecoveryOrder order, String run)
      throws IOException {
    catalogue.catchUp();
    List<Step> steps = new DepositSteps(catalogue, place).of(order);
    boolean nothing =
        steps.stream()
            .noneMatch(
                step ->
                    step.planned() == Outcome.REMOVED
                        || step.planned() == Outcome.MADE_ROOM
                        || step.planned() == Outcome.RECOVERED);
    return nothing
        ? OptionalLong.empty()
        : OptionalLong.of(executor.run(plan(place, Act.RECOVER, run, steps), Progress.NONE).act());
  }

  static String noPlace(InnerPath path) {
    return "“%s” is no place on a shelf: “.” and “..” and empty names lead elsewhere. Nothing was changed."
        .formatted(path.shown());
  }

  static String target(DepositPlace place, InnerPath path) {
    return place.name() + ":" + path.text();
  }

  static RecordedFile requireFile(Catalogue catalogue, long id) throws IOException {
    return catalogue
        .files()
        .file(id)
        .orElseThrow(() -> new RefusedException("There is no file with the id " + id + "."));
  }

  static Revision requireRevision(Catalogue catalogue, RecordedFile file, int number)
      throws IOException {
    return catalogue
        .files()
        .revision(file.id(), number)
        .orElseThrow(
            () ->
                new RefusedException(
                    "%s has no revision r%d. Nothing was changed."
                        .formatted(file.path().shown(), number)));
  }
}
