package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * One plan in progress: carries out its steps and gathers what is then committed as one act. Used
 * once, by one thread.
 */
final class PlacingAct {

  /** More bytes are not written aside before the first of them is put into its place. */
  private static final long TOGETHER_BYTES = 64L << 20;

  private final Executor.ExecutorTools tools;
  private final PlacePlan plan;
  private final Map<Path, Recorded> kept;
  private final List<ReceiptItem> items = new ArrayList<>();
  private final List<Step> madeFolders = new ArrayList<>();
  private final PlacingHistory history;
  // The folder of the step before: most steps of a plan go into few folders.
  private @Nullable TargetFolder open;
  private @Nullable Path openAt;
  private Optional<DamagedContentException> damage = Optional.empty();

  /**
   * @param kept what stood at targets off the shelves and is in the store
   */
  PlacingAct(Executor.ExecutorTools tools, PlacePlan plan, Map<Path, Recorded> kept) {
    this.tools = tools;
    this.plan = plan;
    this.kept = kept;
    this.history = new PlacingHistory(tools, plan);
  }

  PlacingHistory history() {
    return history;
  }

  boolean isEmpty() {
    return items.isEmpty();
  }

  List<ReceiptItem> items() {
    return items;
  }

  /** The last damage in the store for which a step was not done. */
  Optional<DamagedContentException> damage() {
    return damage;
  }

  /** Does the steps, one after another; one that cannot be done does not stop the rest. */
  void perform(Progress progress) throws IOException {
    List<Step> steps = plan.steps();
    progress.phase(Phase.WRITING, steps.size(), steps.stream().mapToLong(Step::bytes).sum());
    List<Step> inOrder = new ArrayList<>(steps);
    // What is taken away goes first, so that its history can go on at the place it had before. The
    // rest goes folder by folder, so that each is opened and forced once.
    inOrder.sort(
        Comparator.comparing((Step step) -> step.planned() != Outcome.REMOVED)
            .thenComparing(step -> step.planned() != Outcome.FOLDER)
            .thenComparing(
                step -> step.target().getParent(),
                Comparator.nullsFirst(Comparator.naturalOrder())));
    try (Asides asides = new Asides(tools.placement(), tools.workers())) {
      performInOrder(inOrder, asides, progress);
    } finally {
      closeFolder();
    }
    describeFolders();
  }

  private void performInOrder(List<Step> steps, Asides asides, Progress progress)
      throws IOException {
    boolean stopped = false;
    for (int at = 0; at < steps.size(); ) {
      int end = together(steps, at, asides.most());
      stopped |= progress.cancelled();
      if (stopped) {
        done(
            steps
                .get(at)
                .ending(Outcome.REFUSED, String.valueOf(new CancelledException().getMessage())));
        at++;
        continue;
      }
      if (end - at > 1) {
        asides.begin(steps.subList(at, end), folderOrRefusal(steps.get(at)));
      }
      try {
        for (; at < end && !progress.cancelled(); at++) {
          performOne(steps.get(at), asides);
          progress.advanced(1, steps.get(at).bytes());
        }
      } finally {
        asides.dropRest();
      }
    }
  }

  /** Steps that put files into the same folder: they are written aside at the same time. */
  private int together(List<Step> steps, int from, int most) {
    Step first = steps.get(from);
    if (!first.puts() || plan.where() instanceof PlacePlan.Where.InLog) {
      return from + 1;
    }
    int end = from + 1;
    long bytes = first.bytes();
    while (end < steps.size()
        && end - from < most
        && steps.get(end).puts()
        && steps.get(end).parent().equals(first.parent())
        && bytes + steps.get(end).bytes() <= TOGETHER_BYTES) {
      bytes += steps.get(end).bytes();
      end++;
    }
    return end;
  }

  /** Where the folder cannot be opened, each of its steps says so. */
  private Optional<TargetFolder> folderOrRefusal(Step step) {
    try {
      return Optional.of(folderOf(step));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private void performOne(Step step, Asides asides) throws IOException {
    try {
      done(performed(step, asides));
    } catch (DamagedContentException e) {
      damage = Optional.of(e);
      done(step.ending(Outcome.REFUSED, WhyNot.of(e, step.target())));
    } catch (IOException e) {
      done(step.ending(Outcome.REFUSED, WhyNot.of(e, step.target())));
    }
  }

  private Step performed(Step step, Asides asides) throws IOException {
    if (step.puts()) {
      return put(step, asides);
    } else if (step.planned() == Outcome.REMOVED) {
      take(step);
    } else if (step.planned() == Outcome.FOLDER) {
      make(step);
    } else if (step.planned() == Outcome.SAME && step.continues() instanceof Continues.Gathered) {
      history.save(step, step.state().orElseThrow());
    }
    return step;
  }

  private Step put(Step step, Asides asides) throws IOException {
    FileState wanted = step.state().orElseThrow();
    if (plan.where() instanceof PlacePlan.Where.InLog) {
      history.save(step, wanted.at(step.path().orElseThrow()));
      return step;
    }
    Recorded before = before(step);
    Placement.Aside aside = asides.of(step, folderOf(step));
    Placement.PlacedFile placed = tools.placement().put(aside, before);
    if (plan.inHistory()) {
      history.save(
          step, tools.capture().placed(step.target(), name(step), placed.attributes(), wanted));
    }
    return placed.said().isEmpty()
        ? step
        : step.ending(
            step.planned(),
            step.why().isEmpty() ? placed.said() : step.why() + "; " + placed.said());
  }

  /** What stands at a target, proven to be in the store; nothing where nothing is to stand. */
  private Recorded before(Step step) throws IOException {
    boolean replaces = step.planned() == Outcome.MADE_ROOM || step.planned() == Outcome.REMOVED;
    if (!replaces) {
      return tools.recorder().free(step.target(), name(step));
    }
    if (plan.where() instanceof PlacePlan.Where.OnShelf on) {
      return tools.recorder().onShelf(on.shelf(), step.target(), name(step));
    }
    if (plan.stands().containsKey(step.target())) {
      return tools.recorder().holding(step.target(), plan.stands().get(step.target()));
    }
    Recorded before = kept.get(step.target());
    if (before == null) {
      throw new RefusedException(Recorder.CHANGED);
    }
    return before;
  }

  private void take(Step step) throws IOException {
    if (!(plan.where() instanceof PlacePlan.Where.InLog)) {
      Recorded before = before(step);
      Path parent = step.parent();
      if (!parent.equals(openAt)) {
        closeFolder();
        open =
            TargetFolder.openExisting(plan.rootOf(step), parent)
                .orElseThrow(() -> new RefusedException(Recorder.CHANGED));
        openAt = parent;
      }
      before.requireStill();
      Objects.requireNonNull(open).delete(step.target().getFileName());
    }
    history.removal(step);
  }

  private TargetFolder folderOf(Step step) throws IOException {
    Path parent = step.parent();
    if (!parent.equals(openAt)) {
      closeFolder();
      open = TargetFolder.open(plan.rootOf(step), parent);
      openAt = parent;
    }
    return Objects.requireNonNull(open);
  }

  /** Names are durable once their folder was forced, and that costs as much as forcing a file. */
  private void closeFolder() throws IOException {
    if (open != null) {
      TargetFolder last = open;
      open = null;
      openAt = null;
      try (last) {
        last.force();
      }
    }
  }

  private void make(Step step) throws IOException {
    if (!(plan.where() instanceof PlacePlan.Where.InLog)) {
      closeFolder();
      TargetFolder.open(plan.rootOf(step), step.target()).close();
    }
    madeFolders.add(step);
  }

  /** At the end, the innermost first: whatever is written into a folder changes its time. */
  private void describeFolders() throws IOException {
    madeFolders.sort(Comparator.comparing(Step::target).reversed());
    for (Step step : madeFolders) {
      if (step.folder().isPresent() && !(plan.where() instanceof PlacePlan.Where.InLog)) {
        try (TargetFolder made =
            TargetFolder.openExisting(plan.rootOf(step), step.target()).orElse(null)) {
          if (made != null) {
            made.describe(step.folder().get());
          }
        } catch (IOException e) {
          int at = items.indexOf(step.item(Optional.empty()));
          if (at >= 0) {
            String why =
                "its times and permissions could not be set: " + WhyNot.of(e, step.target());
            items.set(at, step.ending(Outcome.FOLDER, why).item(Optional.empty()));
          }
        }
      }
      history.folder(step);
    }
    madeFolders.clear();
  }

  private static InnerPath name(Step step) {
    return step.path().orElseGet(() -> new InnerPath(ShelfPaths.name(step.target())));
  }

  private void done(Step step) {
    // On a shelf its history has what stood there.
    Optional<FileState> before =
        plan.inHistory()
            ? Optional.empty()
            : Optional.ofNullable(kept.get(step.target())).flatMap(Recorded::state);
    items.add(step.item(before));
  }

  /**
   * Notes what an earlier try had done when it was interrupted, as what this act did.
   *
   * @param planned what that try was about to do
   */
  void settle(List<ReceiptItem> planned) throws IOException {
    TargetCheck check = new TargetCheck(tools.catalogue().contents(), 1);
    for (ReceiptItem item : planned) {
      Path target = tools.files().getPath(item.target());
      Step step =
          new Step(
              target,
              plan.where() instanceof PlacePlan.Where.OnShelf on
                  ? Optional.of(ShelfPaths.inner(on.folder(), target))
                  : Optional.empty(),
              item.outcome(),
              item.wrote(),
              item.file(),
              item.revision(),
              item.why());
      if (item.changedSomething() && wasDone(step, check)) {
        if (step.planned() == Outcome.REMOVED) {
          history.removal(step);
        } else if (step.planned() == Outcome.FOLDER) {
          history.folder(step);
        } else if (plan.inHistory()) {
          history.save(
              step,
              tools.capture().standing(target, name(step)).describe(step.state().orElseThrow()));
        }
        items.add(step.item(item.before()));
      }
    }
  }

  private static boolean wasDone(Step step, TargetCheck check) throws IOException {
    return switch (step.planned()) {
      case REMOVED -> !Files.exists(step.target(), LinkOption.NOFOLLOW_LINKS);
      case FOLDER -> Files.isDirectory(step.target(), LinkOption.NOFOLLOW_LINKS);
      // An archive is written as a whole at the end, and then again.
      default -> step.state().isPresent() && check.holds(step.target(), step.state().get());
    };
  }

  /** Writes an archive with all steps in it: aside, checked entry by entry, and then into place. */
  void pack(Progress progress) {
    Step whole = plan.steps().get(0);
    List<Step> entries = plan.steps().subList(1, plan.steps().size());
    progress.phase(Phase.WRITING, entries.size(), entries.stream().mapToLong(Step::bytes).sum());
    if (whole.planned() == Outcome.LEFT || whole.planned() == Outcome.REFUSED) {
      plan.steps().forEach(this::done);
      return;
    }
    try {
      List<Step> done =
          tools.placement().placeArchive(whole.target(), entries, before(whole), progress);
      BasicFileAttributes written = Files.readAttributes(whole.target(), BasicFileAttributes.class);
      items.add(
          new ReceiptItem(
              whole.target().toString(),
              whole.file(),
              whole.revision(),
              whole.planned(),
              written.size(),
              whole.why(),
              Optional.of(
                  new FileState(
                      name(whole),
                      written.size(),
                      written.lastModifiedTime().toInstant(),
                      Optional.empty(),
                      Optional.empty(),
                      Optional.empty(),
                      Optional.empty(),
                      Optional.empty())),
              Optional.ofNullable(kept.get(whole.target())).flatMap(Recorded::state)));
      done.forEach(this::done);
    } catch (IOException e) {
      plan.steps()
          .forEach(step -> done(step.ending(Outcome.REFUSED, WhyNot.of(e, whole.target()))));
    }
  }
}
