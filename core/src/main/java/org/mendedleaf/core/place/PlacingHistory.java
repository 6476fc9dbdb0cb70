package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.RecordedFile;

/**
 * The log entries of an act of placing: gathered step by step, committed as one. Used once, by one
 * thread.
 */
final class PlacingHistory {

  private final Executor.ExecutorTools tools;
  private final PlacePlan plan;
  private final List<Proposal> folders = new ArrayList<>();
  private final List<Proposal> removals = new ArrayList<>();
  private final List<Proposal> moves = new ArrayList<>();
  private final List<Proposal> saves = new ArrayList<>();
  private final Map<Long, Path> takenAway = new HashMap<>();
  private final Set<InnerPath> goneFromLog = new HashSet<>();

  PlacingHistory(Executor.ExecutorTools tools, PlacePlan plan) {
    this.tools = tools;
    this.plan = plan;
  }

  /** A folder is there. */
  void folder(Step step) throws IOException {
    if (plan.where() instanceof PlacePlan.Where.OnShelf && Files.isDirectory(step.target())) {
      Instant made = Files.getLastModifiedTime(step.target()).toInstant();
      folders.add(
          new Proposal.FolderHere(
              new FolderState(
                  step.path().orElseThrow(),
                  tools.times().onOfficeClock(made),
                  step.folder().flatMap(FolderState::mode))));
    }
  }

  /** A file was taken away. */
  void removal(Step step) {
    if (plan.inHistory()) {
      takenAway.put(step.file().orElseThrow(), step.target());
      removals.add(new Proposal.Remove(step.file().orElseThrow()));
      goneFromLog.add(step.path().orElseThrow());
    }
  }

  /**
   * A file was put into its place.
   *
   * @param placed how it lies there
   */
  void save(Step step, FileState placed) throws IOException {
    if (step.continues() instanceof Continues.Gathered gathered) {
      saves.addAll(gathered.saves());
    } else if (step.continues() instanceof Continues.Arrivals arrivals) {
      noteArrivals(arrivals, placed);
    } else {
      noteItsHistory(step, placed);
    }
  }

  private void noteArrivals(Continues.Arrivals arrivals, FileState placed) {
    int last = arrivals.arrivals().size() - 1;
    for (int i = 0; i <= last; i++) {
      Continues.ContinuedArrival one = arrivals.arrivals().get(i);
      saves.add(
          new Proposal.Save(
              arrivals.onto(),
              i == last ? placed : one.state().at(placed.path()),
              Origin.BRING_IN,
              one.from(),
              true,
              Optional.of(one.where())));
    }
  }

  /** The path keeps the file that is at it; a file that is away comes back to its history. */
  private void noteItsHistory(Step step, FileState placed) throws IOException {
    InnerPath path = step.path().orElseThrow();
    long wanted = step.file().orElseThrow();
    Optional<RecordedFile> there = tools.catalogue().files().presentAt(plan.shelf(), path);
    Optional<RecordedFile> own = tools.catalogue().files().file(wanted);
    if (there.isPresent()
        && there.get().id() != wanted
        && !takenAway.containsKey(there.get().id())) {
      saves.add(proposal(OptionalLong.of(there.get().id()), placed, OptionalInt.empty()));
    } else if (takenAway.containsKey(wanted)) {
      removals.removeIf(
          proposal -> proposal instanceof Proposal.Remove gone && gone.file() == wanted);
      moves.add(new Proposal.Move(wanted, placed));
      saves.add(proposal(OptionalLong.of(wanted), placed, step.revision()));
    } else if ((there.isPresent() && there.get().id() == wanted)
        || own.isEmpty()
        || !own.get().present()) {
      saves.add(proposal(OptionalLong.of(wanted), placed, step.revision()));
    } else {
      saves.add(proposal(OptionalLong.empty(), placed, OptionalInt.empty()));
    }
  }

  private Proposal proposal(OptionalLong file, FileState placed, OptionalInt from) {
    return new Proposal.Save(file, placed, origin(), from, true);
  }

  private Origin origin() {
    return switch (plan.act()) {
      case MEND -> Origin.MEND;
      case UNDO -> Origin.UNDO;
      default -> Origin.RECOVER;
    };
  }

  /** Folders that went as well. */
  void folderGone(InnerPath path) {
    folders.add(new Proposal.FolderGone(path));
  }

  /**
   * What to commit.
   *
   * @param items the receipt
   */
  Journal.Draft draft(Instant at, List<ReceiptItem> items) throws IOException {
    if (plan.where() instanceof PlacePlan.Where.InLog) {
      noteFoldersOfLog();
    }
    List<Proposal> proposals = new ArrayList<>(removals);
    proposals.addAll(moves);
    proposals.addAll(saves);
    proposals.addAll(folders);
    items.forEach(item -> proposals.add(new Proposal.Item(item)));
    return new Journal.Draft(
        plan.act(),
        OptionalLong.of(plan.shelf()),
        at,
        plan.by(),
        plan.of(),
        plan.run(),
        false,
        proposals);
  }

  private void noteFoldersOfLog() throws IOException {
    DepositFolders inLog = new DepositFolders(tools.catalogue(), tools.clock());
    Set<InnerPath> comes = new HashSet<>();
    for (Proposal proposal : saves) {
      comes.add(((Proposal.Save) proposal).state().path());
    }
    folders.addAll(inLog.missing(plan.shelf(), comes));
    folders.addAll(inLog.emptied(plan.shelf(), goneFromLog, comes));
  }
}
