package org.mendedleaf.core.recover;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.FolderState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.PresentFile;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentRef;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;

/**
 * One recovery, or taking one back, in progress: does step after step and gathers what is then
 * committed as one act. Used once, by one thread.
 */
final class RecoveryAct {

  private final Tools tools;
  private final long shelf;
  private final Optional<Path> root;
  private final String by;
  private final Optional<String> run;
  private final boolean inPlace;
  private final Map<Path, FileState> kept = new HashMap<>();
  private final List<ReceiptItem> items = new ArrayList<>();
  private final List<Proposal> folders = new ArrayList<>();
  private final List<Proposal> removals = new ArrayList<>();
  private final List<Proposal> moves = new ArrayList<>();
  private final List<Proposal> saves = new ArrayList<>();
  private final Map<Long, Path> takenAway = new HashMap<>();

  /** What it works with. */
  record Tools(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      FileTimes times,
      Placement placement) {}

  /**
   * @param root nothing is written outside it; empty where each target's own folder is meant
   * @param run name of the run that it belongs to
   */
  RecoveryAct(
      Tools tools,
      long shelf,
      Optional<Path> root,
      String by,
      Optional<String> run,
      boolean inPlace) {
    this.tools = tools;
    this.shelf = shelf;
    this.root = root;
    this.by = by;
    this.run = run;
    this.inPlace = inPlace;
  }

  /** What stood at targets off the shelf and has been recorded. */
  Map<Path, FileState> kept() {
    return kept;
  }

  boolean isEmpty() {
    return items.isEmpty();
  }

  /** Off the shelf, what is about to be replaced is stored and committed first. */
  void keep(List<Step> steps) throws IOException {
    if (inPlace || steps.stream().noneMatch(step -> step.planned() == Outcome.MADE_ROOM)) {
      return;
    }
    List<Proposal> proposals = new ArrayList<>();
    try (WriteSession session = tools.catalogue().store().write(tools.catalogue())) {
      ContentWriter writer = session.writer();
      for (Step step : steps) {
        if (step.planned() == Outcome.MADE_ROOM) {
          FileState state = read(step.target(), writer);
          kept.put(step.target(), state);
          proposals.add(
              new Proposal.Item(
                  new ReceiptItem(
                      step.target().toString(),
                      step.file(),
                      step.revision(),
                      Outcome.KEPT,
                      state.size(),
                      "",
                      Optional.empty(),
                      Optional.of(state))));
        }
      }
      writer.flush();
      Journal.Draft draft =
          Journal.Draft.on(shelf, Act.KEEP, tools.clock().instant(), by, proposals);
      var unused =
          tools.journal().commit(run.isPresent() ? draft.inRun(run.get()) : draft, session);
    }
  }

  private static FileState read(Path target, ContentWriter writer) throws IOException {
    BasicFileAttributes found =
        Files.readAttributes(target, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    Optional<String> link = Optional.empty();
    Optional<ContentRef> content = Optional.empty();
    if (found.isSymbolicLink()) {
      link = Optional.of(Files.readSymbolicLink(target).toString());
    } else {
      try (InputStream in = Files.newInputStream(target, LinkOption.NOFOLLOW_LINKS)) {
        content = Optional.of(writer.write(in, Optional.empty()));
      }
    }
    return new FileState(
        new InnerPath(ShelfPaths.name(target)),
        content.map(ContentRef::size).orElse(0L),
        found.lastModifiedTime().toInstant(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        content,
        link);
  }

  /** Does the steps, one after another; one that cannot be done does not stop the rest. */
  void perform(List<Step> steps, Progress progress) {
    progress.phase(Phase.WRITING, steps.size(), steps.stream().mapToLong(Step::bytes).sum());
    // What is taken away goes first, so that its history can go on at the place it had before.
    List<Step> inOrder = new ArrayList<>(steps);
    inOrder.sort(Comparator.comparing(step -> step.planned() != Outcome.REMOVED));
    boolean stopped = false;
    for (Step step : inOrder) {
      if (stopped || progress.cancelled()) {
        stopped = true;
        done(step.ending(Outcome.REFUSED, new CancelledException().getMessage()));
        continue;
      }
      try {
        perform(step);
        done(step);
      } catch (IOException e) {
        done(step.ending(Outcome.REFUSED, reason(e)));
      }
      progress.advanced(1, step.bytes());
    }
  }

  private static String reason(IOException e) {
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }

  private void perform(Step step) throws IOException {
    switch (step.planned()) {
      case RECOVERED, MADE_ROOM, BESIDE -> put(step);
      case REMOVED -> take(step);
      case FOLDER -> make(step);
      default -> {}
    }
  }

  private void make(Step step) throws IOException {
    TargetFolder.open(root.orElseThrow(), step.target()).close();
    noteFolder(step);
  }

  private void noteFolder(Step step) throws IOException {
    if (inPlace) {
      Instant made = Files.getLastModifiedTime(step.target()).toInstant();
      FolderState state =
          new FolderState(
              step.path().orElseThrow(), tools.times().onOfficeClock(made), Optional.empty());
      folders.add(new Proposal.FolderHere(state));
    }
  }

  private void put(Step step) throws IOException {
    Standing before = tools.capture().standing(step.target(), name(step));
    if (before.exists() == (step.planned() != Outcome.MADE_ROOM)) {
      throw new RefusedException("something has changed there just now; it is untouched");
    }
    requireRecorded(step, before);
    tools
        .placement()
        .place(
            step.state().orElseThrow(),
            rootOf(step),
            step.target(),
            () -> {
              if (!before.isStill(step.target(), name(step))) {
                throw new RefusedException("it was saved again just now; that save is untouched");
              }
            });
    noteSave(step);
  }

  /** A long recovery may come to a place much later than what stood there was recorded. */
  private void requireRecorded(Step step, Standing standing) throws IOException {
    if (inPlace && standing.exists()) {
      Optional<PresentFile> recorded = recorded(name(step));
      if (recorded.isEmpty() || !standing.isAsRecorded(recorded.get().state())) {
        throw new RefusedException("it was saved again just now; that save is untouched");
      }
    }
  }

  /** Where a drive does not tell capital letters, what stands there may be written otherwise. */
  private Optional<PresentFile> recorded(InnerPath path) throws IOException {
    Optional<PresentFile> exactly = tools.catalogue().files().present(shelf, path);
    if (exactly.isPresent()) {
      return exactly;
    }
    return tools.catalogue().files().present(shelf).stream()
        .filter(file -> file.state().path().text().equalsIgnoreCase(path.text()))
        .findFirst();
  }

  private void take(Step step) throws IOException {
    requireRecorded(step, tools.capture().standing(step.target(), name(step)));
    try (TargetFolder folder = TargetFolder.open(rootOf(step), step.target().getParent())) {
      folder.delete(step.target().getFileName());
      folder.force();
    }
    noteRemoval(step);
  }

  private void noteRemoval(Step step) {
    if (inPlace) {
      takenAway.put(step.file().orElseThrow(), step.target());
      removals.add(new Proposal.Remove(step.file().orElseThrow()));
    }
  }

  private Path rootOf(Step step) {
    return root.orElseGet(() -> step.target().getParent());
  }

  private static InnerPath name(Step step) {
    return step.path().orElseGet(() -> new InnerPath(ShelfPaths.name(step.target())));
  }

  /** The path keeps the file that is at it; a file that is away comes back to its history. */
  private void noteSave(Step step) throws IOException {
    if (!inPlace) {
      return;
    }
    FileState placed =
        tools.capture().standing(step.target(), name(step)).describe(step.state().orElseThrow());
    InnerPath path = step.path().orElseThrow();
    long wanted = step.file().orElseThrow();
    Optional<RecordedFile> there = tools.catalogue().files().presentAt(shelf, path);
    Optional<RecordedFile> own = tools.catalogue().files().file(wanted);
    if (there.isPresent() && there.get().id() != wanted) {
      saves.add(proposal(OptionalLong.of(there.get().id()), placed, OptionalInt.empty()));
    } else if (there.isPresent() || own.isEmpty() || !own.get().present()) {
      saves.add(proposal(OptionalLong.of(wanted), placed, step.revision()));
    } else if (takenAway.containsKey(wanted)) {
      removals.removeIf(
          proposal -> proposal instanceof Proposal.Remove gone && gone.file() == wanted);
      moves.add(new Proposal.Move(wanted, placed));
      saves.add(proposal(OptionalLong.of(wanted), placed, step.revision()));
    } else {
      saves.add(proposal(OptionalLong.empty(), placed, OptionalInt.empty()));
    }
  }

  private static Proposal proposal(OptionalLong file, FileState placed, OptionalInt from) {
    return new Proposal.Save(file, placed, Origin.RECOVER, from, true);
  }

  private void done(Step step) {
    items.add(step.item(Optional.ofNullable(kept.get(step.target()))));
  }

  /**
   * Notes what an earlier try had done when it was interrupted, as what this act did.
   *
   * @param planned what that try was about to do
   */
  void settle(List<ReceiptItem> planned) throws IOException {
    TargetCheck check = new TargetCheck(tools.catalogue().contents(), 1);
    for (ReceiptItem item : planned) {
      Path target = root.orElseThrow().getFileSystem().getPath(item.target());
      Step step =
          new Step(
              target,
              inPlace
                  ? Optional.of(ShelfPaths.inner(root.orElseThrow(), target))
                  : Optional.empty(),
              item.outcome(),
              item.wrote(),
              item.file(),
              item.revision(),
              item.why());
      if (item.changedSomething() && wasDone(step, check)) {
        item.before().ifPresent(before -> kept.put(target, before));
        switch (step.planned()) {
          case REMOVED -> noteRemoval(step);
          case FOLDER -> noteFolder(step);
          default -> noteSave(step);
        }
        done(step);
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

  /**
   * Writes an archive with all steps in it: aside, checked entry by entry, and then into place.
   *
   * @param steps the first is the archive itself
   */
  void pack(List<Step> steps, Progress progress) {
    Step whole = steps.get(0);
    List<Step> entries = steps.subList(1, steps.size());
    progress.phase(Phase.WRITING, entries.size(), entries.stream().mapToLong(Step::bytes).sum());
    if (whole.planned() == Outcome.LEFT || whole.planned() == Outcome.REFUSED) {
      steps.forEach(this::done);
      return;
    }
    try {
      Standing before = tools.capture().standing(whole.target(), name(whole));
      if (before.exists() == (whole.planned() != Outcome.MADE_ROOM)) {
        throw new RefusedException("something has changed there just now; it is untouched");
      }
      List<Step> done =
          tools
              .placement()
              .placeArchive(
                  whole.target(),
                  entries,
                  () -> {
                    progress.checkCancelled();
                    if (!before.isStill(whole.target(), name(whole))) {
                      throw new RefusedException(
                          "it was saved again just now; that save is untouched");
                    }
                  },
                  progress);
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
              Optional.ofNullable(kept.get(whole.target()))));
      done.forEach(this::done);
    } catch (IOException e) {
      steps.forEach(step -> done(step.ending(Outcome.REFUSED, reason(e))));
    }
  }

  /** Folders that went as well. */
  void noteFolderGone(InnerPath path) {
    folders.add(new Proposal.FolderGone(path));
  }

  /**
   * Commits what was done; returns the act's number.
   *
   * @param of the act that it takes back
   */
  long commit(Act act, OptionalLong of) throws IOException {
    List<Proposal> proposals = new ArrayList<>(removals);
    proposals.addAll(moves);
    proposals.addAll(saves);
    proposals.addAll(folders);
    items.forEach(item -> proposals.add(new Proposal.Item(item)));
    Journal.Draft draft =
        new Journal.Draft(
            act, OptionalLong.of(shelf), tools.clock().instant(), by, of, run, false, proposals);
    try (WriteSession session = tools.catalogue().store().write(tools.catalogue())) {
      return tools.journal().commit(draft, session).orElseThrow().segment();
    }
  }
}
