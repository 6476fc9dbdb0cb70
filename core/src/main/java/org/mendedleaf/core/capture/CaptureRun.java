package org.mendedleaf.core.capture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * One capture in progress: what was seen is read, judged and committed. Used once, by one thread.
 */
final class CaptureRun {

  private final CaptureTools tools;
  private final Capture.CaptureRequest request;
  private final Instant moment;
  private final Scan scan;
  private final Stocktaking stocktaking;
  private final List<Problem> problems = new ArrayList<>();
  private final List<FileState> held = new ArrayList<>();
  private final List<UntouchedMoves.MovedFile> untouched = new ArrayList<>();
  private final List<Found> toRead = new ArrayList<>();
  private final Map<Class<?>, Long> counts = new HashMap<>();
  private final List<Long> acts = new ArrayList<>();
  private long added;
  private long changed;
  private long moved;
  private long bytesRead;
  private long bytesStored;

  /**
   * The collaborators of a capture.
   *
   * @param workers how many threads read and hash at once
   */
  record CaptureTools(
      Catalogue catalogue, Journal journal, InstantSource clock, int workers, PartSize partSize) {}

  CaptureRun(
      CaptureTools tools,
      Capture.CaptureRequest request,
      Instant moment,
      Scan scan,
      Stocktaking stocktaking,
      UntouchedMoves untouchedMoves) {
    this.tools = tools;
    this.request = request;
    this.moment = moment;
    this.scan = scan;
    this.stocktaking = stocktaking;
    problems.addAll(scan.problems());
    untouched.addAll(untouchedMoves.find(stocktaking));
    Set<Found> known = Collections.newSetFromMap(new IdentityHashMap<>());
    untouched.forEach(one -> known.add(one.found()));
    stocktaking.toRead().stream().filter(found -> !known.contains(found)).forEach(toRead::add);
  }

  CaptureReport capture(FileReader reader, Progress progress) throws IOException {
    progress.phase(Phase.READING, toRead.size(), toRead.stream().mapToLong(Found::size).sum());
    List<List<Found>> parts = tools.partSize().cut(toRead);
    for (int i = 0; i < parts.size() - 1; i++) {
      part(parts.get(i), reader, progress, false);
    }
    part(parts.isEmpty() ? List.of() : parts.get(parts.size() - 1), reader, progress, true);
    return new CaptureReport(
        moment,
        acts,
        scan.files().size(),
        added,
        changed,
        counts.getOrDefault(Proposal.Remove.class, 0L),
        moved,
        problems,
        bytesRead,
        bytesStored,
        Duration.between(moment, tools.clock().instant()));
  }

  private void part(List<Found> files, FileReader reader, Progress progress, boolean last)
      throws IOException {
    try (Reading reading = new Reading(tools.catalogue(), reader, tools.workers())) {
      List<FileReader.ReadOutcome.Read> read = reading.read(files, this::former, progress);
      problems.addAll(reading.problems());
      List<Proposal> proposals = new ArrayList<>();
      List<LookedFile> looked = new ArrayList<>();
      for (FileReader.ReadOutcome.Read one : read) {
        bytesRead += one.state().size();
        propose(one, proposals, looked);
      }
      tools.catalogue().remembered().looked(looked);
      if (last) {
        progress.checkCancelled();
        finish(proposals);
      }
      bytesStored += reading.session().bytesAppended();
      if (proposals.isEmpty() && bytesStored == 0 && !firstCapturePending()) {
        return;
      }
      progress.phase(Phase.RECORDING, proposals.size(), 0);
      proposals.forEach(p -> counts.merge(p.getClass(), 1L, Long::sum));
      Journal.Draft draft =
          new Journal.Draft(
              Act.CAPTURE,
              OptionalLong.of(request.shelf()),
              moment,
              request.by(),
              OptionalLong.empty(),
              !last,
              proposals);
      tools
          .journal()
          .commit(draft, reading.session())
          .ifPresent(committed -> acts.add(committed.segment()));
    }
  }

  private boolean firstCapturePending() throws IOException {
    return tools.catalogue().shelves().all().stream()
        .anyMatch(shelf -> shelf.id() == request.shelf() && !shelf.firstCaptureDone());
  }

  private Optional<ContentRef> former(Found found) {
    return Optional.ofNullable(stocktaking.recorded().get(found.path()))
        .flatMap(file -> file.state().content());
  }

  /** Puts a file that was read into this part, or holds it back if it may be a rename. */
  private void propose(
      FileReader.ReadOutcome.Read read, List<Proposal> proposals, List<LookedFile> looked) {
    FileState state = read.state();
    PresentFile known = stocktaking.recorded().get(state.path());
    if (known == null && !stocktaking.gone().isEmpty()) {
      held.add(state);
    } else if (known == null) {
      added++;
      proposals.add(save(OptionalLong.empty(), state));
    } else if (known.state().sameContent(state)) {
      looked.add(new LookedFile(known.file(), known.revision(), state.key(), read.at()));
      if (differsOutside(known.state(), state)) {
        proposals.add(new Proposal.Touch(known.file(), state));
      }
    } else {
      changed++;
      proposals.add(save(OptionalLong.of(known.file()), state));
    }
  }

  /** Adds what can only be decided when everything has been read. */
  private void finish(List<Proposal> proposals) throws IOException {
    Map<InnerPath, PresentFile> renamed =
        new Renames(stocktaking.gone(), held, untouched, this::shared).decide();
    Moves moves = new Moves();
    for (UntouchedMoves.MovedFile one : untouched) {
      moves.add(one.before(), one.state());
    }
    List<Proposal> saves = new ArrayList<>();
    for (FileState state : held) {
      PresentFile before = renamed.get(state.path());
      if (before == null) {
        added++;
        saves.add(save(OptionalLong.empty(), state));
        continue;
      }
      moves.add(before, state);
      if (!state.sameContent(before.state())) {
        changed++;
        saves.add(save(OptionalLong.of(before.file()), state));
      }
    }
    moved = moves.size();
    List<Proposal> order = new ArrayList<>();
    if (moves.size() < stocktaking.gone().size()) {
      Set<Long> found = moves.files();
      for (PresentFile file : stocktaking.gone()) {
        if (!found.contains(file.file())) {
          order.add(new Proposal.Remove(file.file()));
        }
      }
    }
    order.addAll(moves.inOrder(this::staying));
    stocktaking.touched().forEach((file, state) -> order.add(new Proposal.Touch(file, state)));
    order.addAll(saves);
    folders(order);
    proposals.addAll(order);
  }

  /** The paths of recorded files that are where they were, or cannot be seen. */
  private List<InnerPath> staying() {
    if (stocktaking.gone().size() == stocktaking.recorded().size()) {
      return List.of();
    }
    Set<InnerPath> gone = new HashSet<>();
    stocktaking.gone().forEach(file -> gone.add(file.state().path()));
    return stocktaking.recorded().keySet().stream().filter(path -> !gone.contains(path)).toList();
  }

  private void folders(List<Proposal> proposals) throws IOException {
    if (scan.folders().isEmpty()) {
      return;
    }
    Map<InnerPath, FolderState> before = new LinkedHashMap<>();
    tools.catalogue().present().folders(request.shelf()).forEach(f -> before.put(f.path(), f));
    for (Found folder : scan.folders()) {
      FolderState now = new FolderState(folder.path(), folder.modified(), folder.mode());
      FolderState was = before.remove(folder.path());
      // A folder's time changes with every file in it; only what a person sees is worth a line.
      if (was == null || !was.mode().equals(now.mode())) {
        proposals.add(new Proposal.FolderHere(now));
      }
    }
    for (InnerPath path : before.keySet()) {
      if (scan.couldSee(path)) {
        proposals.add(new Proposal.FolderGone(path));
      }
    }
  }

  private double shared(FileState before, FileState after) {
    if (before.content().isEmpty() || after.content().isEmpty()) {
      return 0;
    }
    long limit = 4 << 20;
    if (before.size() > limit || after.size() > limit) {
      return 0;
    }
    try {
      byte[] then = tools.catalogue().contents().bytes(before.content().get());
      Path file = ShelfPaths.resolve(request.folder(), after.path());
      return Shingles.contained(then, Files.readAllBytes(file));
    } catch (IOException e) {
      // Damaged in the store, or gone by now: then it is taken for another file.
      return 0;
    }
  }

  private static boolean differsOutside(FileState before, FileState after) {
    return !before.modified().equals(after.modified()) || !before.mode().equals(after.mode());
  }

  private static Proposal save(OptionalLong file, FileState state) {
    return new Proposal.Save(file, state, Origin.CAPTURE, OptionalInt.empty(), false);
  }
}
