package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.place.UndoSteps;
import org.mendedleaf.core.progress.Progress;

/** Takes acts back, as far as nothing has changed since; what cannot be taken back is told. */
final class TakingBack {

  /** What changes many files, captures the whole shelf first, so that renames are known. */
  private static final Set<Act> OF_MANY = Set.of(Act.RECOVER, Act.REMOVE, Act.GATHER);

  private final Catalogue catalogue;
  private final Executor executor;
  private final int workers;
  private final FileSystem files;

  TakingBack(Catalogue catalogue, Executor executor, int workers, FileSystem files) {
    this.catalogue = catalogue;
    this.executor = executor;
    this.workers = workers;
    this.files = files;
  }

  /**
   * Takes an act back.
   *
   * @param shelfFolder the folder that the shelf is bound to here; needed for acts on the shelf
   * @return the act that did
   */
  long undo(
      long act, Optional<Path> shelfFolder, String by, Optional<String> run, Progress progress)
      throws IOException {
    catalogue.catchUp();
    UndoSteps undo = new UndoSteps(catalogue, workers, files, act);
    if (!undo.isInPlace()) {
      return run(act, undo.elsewhere(by, run), progress);
    }
    Path folder =
        shelfFolder.orElseThrow(
            () -> new RefusedException("The shelf is bound to no folder on this desk."));
    PlacePlan.Where.OnShelf where = new PlacePlan.Where.OnShelf(undo.shelf(), folder);
    Set<InnerPath> unrecorded = new HashSet<>();
    if (OF_MANY.contains(entry(act).act())) {
      unrecorded.addAll(executor.captureAll(where, by, progress));
      unrecorded.addAll(executor.captureLeftOut(where, undo.pathsInPlace(folder), by));
    } else {
      unrecorded.addAll(Executor.paths(executor.capture(where, undo.pathsInPlace(folder), by)));
    }
    PlacePlan plan = new UndoSteps(catalogue, workers, files, act).inPlace(folder, by, run);
    return run(act, Recovery.sparing(plan, unrecorded), progress);
  }

  /** Takes an act on a deposit shelf back. */
  long undo(long act, Deposit.DepositPlace place, Progress progress) throws IOException {
    catalogue.catchUp();
    UndoSteps undo = new UndoSteps(catalogue, workers, files, act);
    PlacePlan plan =
        undo.isInPlace()
            ? undo.inLog(place.name(), place.by(), Optional.empty())
            : undo.elsewhere(place.by(), Optional.empty());
    return run(act, plan, progress);
  }

  private LedgerEntry entry(long act) throws IOException {
    return catalogue.ledger().act(act).orElseThrow();
  }

  private long run(long act, PlacePlan plan, Progress progress) throws IOException {
    List<Step> refused = new ArrayList<>(plan.steps());
    refused.removeIf(step -> step.planned() != Outcome.REFUSED);
    if (!refused.isEmpty() && refused.size() == plan.steps().size()) {
      throw new RefusedException(
          "%s has changed since then, so act %d cannot be taken back automatically. Nothing was changed; mend it with the revision you want."
              .formatted(shown(refused.get(0)), act));
    }
    return executor.run(plan, progress).act();
  }

  private static String shown(Step step) {
    return step.path().map(InnerPath::shown).orElseGet(() -> step.target().toString());
  }

  /** What an act did, if it has a receipt. */
  Receipt receipt(long act) throws IOException {
    catalogue.catchUp();
    return new Receipt(
        catalogue
            .ledger()
            .act(act)
            .orElseThrow(() -> new RefusedException("The ledger has no act " + act + ".")),
        catalogue.ledger().items(act),
        catalogue.ledger().undoOf(act));
  }
}
