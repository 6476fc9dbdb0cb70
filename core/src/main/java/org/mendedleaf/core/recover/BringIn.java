package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.Continues;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.ForbiddenPlaces;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.place.TargetCheck;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Makes files from outside the next revisions of files on a shelf, or new files there.
 *
 * <p>What lies at a place is recorded first. The contents of the arrivals are stored and committed;
 * then they are put into place from the store; then one act commits the revisions with where they
 * came from. Several arrivals for one file become its revisions in the order of their times, and
 * the newest is what is placed. If the process dies in between, each place is old or new, both are
 * in the store, and the next capture records what lies there. Arrivals are only read.
 */
public final class BringIn {

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;
  private final Executor executor;

  public BringIn(
      Catalogue catalogue,
      Journal journal,
      Capture capture,
      InstantSource clock,
      Executor executor) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.capture = capture;
    this.clock = clock;
    this.executor = executor;
  }

  /**
   * The files to bring in.
   *
   * @param arrival the file outside
   * @param shelf the shelf it is for
   * @param where the folder of that shelf, or the log for a deposit shelf
   * @param onto the file that it becomes the next revision of; empty for a new one
   * @param path where a new file goes; for another that file's own place
   * @param note what the person says about it; empty if nothing
   */
  public record BringInRequest(
      Path arrival,
      long shelf,
      PlacePlan.Where where,
      OptionalLong onto,
      InnerPath path,
      String note,
      String by) {

    /** The files to bring into a folder. */
    public BringInRequest(
        Path arrival,
        long shelf,
        Path folder,
        OptionalLong onto,
        InnerPath path,
        String note,
        String by) {
      this(arrival, shelf, new PlacePlan.Where.OnShelf(shelf, folder), onto, path, note, by);
    }
  }

  /**
   * What was done.
   *
   * @param act what taking back takes
   * @param from the earlier revision of the same content, if it had been there before
   */
  public record Brought(long file, int revision, long act, OptionalInt from) {}

  /**
   * The outcome for one arrival.
   *
   * @param brought empty if it was not brought in
   * @param why it was not
   */
  public record Ended(Optional<Brought> brought, String why) {}

  /**
   * Brings a file in.
   *
   * @throws RefusedException if it is the current revision already, or cannot be brought in;
   *     nothing was changed on the shelf
   */
  public Brought bring(BringInRequest request) throws IOException {
    Ended ended = bringAll(List.of(request)).get(0);
    return ended.brought().orElseThrow(() -> new RefusedException(ended.why()));
  }

  /**
   * Brings files in by one act, which one undo takes back.
   *
   * @param requests all for one shelf, by one person
   * @return how it ended, in the order of the requests
   */
  public List<Ended> bringAll(List<BringInRequest> requests) throws IOException {
    return bringAll(requests, Optional.empty());
  }

  /**
   * The same as a part of something larger.
   *
   * @param run shared by the acts of what is brought into several shelves at once
   */
  public List<Ended> bringAll(List<BringInRequest> requests, Optional<String> run)
      throws IOException {
    catalogue.catchUp();
    Map<InnerPath, ArrivalGroup> groups = new LinkedHashMap<>();
    for (BringInRequest request : requests) {
      groups.computeIfAbsent(request.path(), path -> new ArrivalGroup(request)).add(request);
    }
    for (ArrivalGroup group : groups.values()) {
      prepare(group);
    }
    if (requests.isEmpty()) {
      return List.of();
    }
    store(requests.get(0), groups.values());
    List<Step> steps = new ArrayList<>();
    for (ArrivalGroup group : groups.values()) {
      if (group.why.isEmpty()) {
        group.step(catalogue).ifPresent(steps::add);
      }
    }
    if (!steps.isEmpty()) {
      place(requests.get(0), run, steps, groups);
    }
    return requests.stream()
        .map(one -> Objects.requireNonNull(groups.get(one.path())).ended(one))
        .toList();
  }

  /** Records what lies at the place, and looks whether anything may come there. */
  private void prepare(ArrivalGroup group) throws IOException {
    BringInRequest request = group.first;
    String shown = request.path().shown();
    if (!request.path().isPlain()) {
      group.refuse(Deposit.noPlace(request.path()));
      return;
    }
    if (request.where() instanceof PlacePlan.Where.OnShelf on) {
      Path target = ShelfPaths.resolve(on.folder(), request.path());
      List<Problem> problems = executor.capture(on, List.of(request.path()), request.by());
      if (!problems.isEmpty()) {
        group.refuse(
            "%s stays as it is: what lies there could not be recorded first (%s). Nothing was changed."
                .formatted(shown, problems.get(0).detail()));
        return;
      }
      group.there = Files.exists(target, LinkOption.NOFOLLOW_LINKS);
    } else {
      group.there = catalogue.files().presentAt(request.shelf(), request.path()).isPresent();
    }
    if (request.onto().isEmpty()) {
      if (group.there) {
        group.refuse(
            "There is a file %s already, so no new one was put there. Bring it in onto that file, or choose another place."
                .formatted(shown));
      }
      return;
    }
    RecordedFile file = Deposit.requireFile(catalogue, request.onto().getAsLong());
    if (group.there && !file.present()) {
      group.refuse("Another file lies at %s by now. Nothing was changed.".formatted(shown));
      return;
    }
    group.current = catalogue.files().current(file.id());
  }

  /** Stores the arrivals; they are in the store before anything on the shelf is touched. */
  private void store(BringInRequest any, Iterable<ArrivalGroup> groups) throws IOException {
    List<Proposal> kept = new ArrayList<>();
    try (WriteSession session = catalogue.store().write(catalogue);
        ContentWriter writer = session.writer()) {
      for (ArrivalGroup group : groups) {
        for (BringInRequest request : group.requests) {
          if (group.why.isEmpty()) {
            store(group, request, writer).ifPresent(state -> kept.add(kept(request, state)));
          }
        }
      }
      writer.flush();
      if (!kept.isEmpty()) {
        var unused =
            journal.commit(
                Journal.Draft.on(any.shelf(), Act.KEEP, clock.instant(), any.by(), kept), session);
      }
    }
  }

  private Optional<FileState> store(
      ArrivalGroup group, BringInRequest request, ContentWriter writer) throws IOException {
    Path arrival = request.arrival();
    String problem = "";
    if (Files.isDirectory(arrival)) {
      problem = "%s is a folder; its files are brought in one by one.".formatted(arrival);
    } else if (!Files.isRegularFile(arrival)) {
      problem = "There is no file %s, so nothing was brought in.".formatted(arrival);
    }
    if (problem.isEmpty()) {
      try {
        Optional<ContentRef> former = group.current.flatMap(revision -> revision.state().content());
        FileState state = capture.outside(arrival, former, writer);
        group.stored.put(request, state);
        return Optional.of(state);
      } catch (NoSuchFileException e) {
        problem = "There is no file %s, so nothing was brought in.".formatted(arrival);
      }
    }
    group.ended.put(request, new Ended(Optional.empty(), problem));
    return Optional.empty();
  }

  private static Proposal kept(BringInRequest request, FileState state) {
    return new Proposal.Item(
        new ReceiptItem(
            request.arrival().toAbsolutePath().toString(),
            request.onto(),
            OptionalInt.empty(),
            Outcome.KEPT,
            state.size(),
            "",
            Optional.empty(),
            Optional.of(state)));
  }

  private void place(
      BringInRequest any,
      Optional<String> run,
      List<Step> steps,
      Map<InnerPath, ArrivalGroup> groups)
      throws IOException {
    Executor.Executed done =
        executor.run(
            new PlacePlan(any.where(), any.shelf(), Act.BRING_IN, any.by(), run, steps),
            Progress.NONE);
    for (Step step : steps) {
      ArrivalGroup group = Objects.requireNonNull(groups.get(step.path().orElseThrow()));
      Optional<ReceiptItem> refused =
          done.items().stream()
              .filter(item -> item.target().equals(step.target().toString()))
              .filter(item -> item.outcome() == Outcome.REFUSED)
              .findFirst();
      if (refused.isPresent()) {
        group.refuse(
            "%s stays as it is: %s. Nothing was brought in."
                .formatted(group.first.path().shown(), refused.get().why()));
        continue;
      }
      RecordedFile file =
          catalogue.files().presentAt(any.shelf(), group.first.path()).orElseThrow();
      int number = file.lastNumber() - group.placed.size();
      for (BringInRequest request : group.placed) {
        OptionalInt from = fromOf(step, group.placed.indexOf(request));
        Brought brought = new Brought(file.id(), ++number, done.act(), from);
        group.ended.put(request, new Ended(Optional.of(brought), ""));
      }
    }
  }

  private static OptionalInt fromOf(Step step, int index) {
    return ((Continues.Arrivals) step.continues()).arrivals().get(index).from();
  }

  /** Whether a file holds the very bytes of a revision. */
  public boolean holds(Path file, Revision revision) throws IOException {
    return new TargetCheck(catalogue.contents(), 1).holds(file, revision.state());
  }

  /**
   * Deletes an arrival after it was brought in, if it is still what was brought in.
   *
   * @return whether it is gone
   */
  public boolean clearAway(Path arrival, long file, int revision) throws IOException {
    ForbiddenPlaces.requireOutside(arrival);
    Revision made = catalogue.files().revision(file, revision).orElseThrow();
    BasicFileAttributes now =
        Files.readAttributes(arrival, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    TargetCheck check = new TargetCheck(catalogue.contents(), 1);
    if (!now.isRegularFile() || !check.holds(arrival, now, made.state())) {
      return false;
    }
    Files.delete(arrival);
    return true;
  }
}
