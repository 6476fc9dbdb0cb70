package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Arrived;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.store.ContentRef;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;

/**
 * Makes a file from outside the next revision of a file on a shelf, or a new file there.
 *
 * <p>What lies at the place is recorded first. The content of the arrival is stored and committed;
 * then it is written aside from the store, checked and moved into place; then the revision is
 * committed with where it came from. If the process dies in between, the place is old or new, both
 * are in the store, and the next capture records what lies there. The arrival is only read.
 */
public final class BringIn {

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;
  private final Placement placement;

  public BringIn(
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
   * What is to be brought in.
   *
   * @param arrival the file outside
   * @param shelf the shelf it is for
   * @param folder the folder that the shelf is bound to here
   * @param onto the file that it becomes the next revision of; empty for a new one
   * @param path where a new file goes; for another that file's own place
   * @param note what the person says about it; empty if nothing
   */
  public record Request(
      Path arrival,
      long shelf,
      Path folder,
      OptionalLong onto,
      InnerPath path,
      String note,
      String by) {}

  /**
   * What was done.
   *
   * @param act what undoing takes
   * @param from the earlier revision of the same content, if it had been there before
   */
  public record Brought(long file, int revision, long act, OptionalInt from) {}

  /**
   * Brings a file in.
   *
   * @throws RefusedException if it is the current revision already, or cannot be brought in;
   *     nothing was changed on the shelf
   */
  public Brought bring(Request request) throws IOException {
    catalogue.catchUp();
    Path target = ShelfPaths.resolve(request.folder(), request.path());
    ShelfTarget.requireInside(request.folder(), target);
    Standing standing =
        ShelfTarget.captured(
            capture, request.shelf(), request.folder(), request.path(), request.by());
    if (request.onto().isEmpty() && standing.exists()) {
      throw new RefusedException(
          "Something lies at %s already, so no new file was put there. Bring it in onto that file, or choose another place."
              .formatted(request.path().shown()));
    }
    Optional<Revision> current = current(request, standing);
    FileState arrived = store(request, current);
    if (current.isPresent() && standing.exists() && current.get().state().sameContent(arrived)) {
      throw new RefusedException(
          "%s is exactly %s of %s, which is the current one. Nothing was changed."
              .formatted(
                  request.arrival().getFileName(),
                  numbered(current.get().number()),
                  request.path().shown()));
    }
    OptionalInt from = earlier(request, arrived);
    placement.place(
        placed(arrived, current),
        request.folder(),
        target,
        () -> {
          if (!standing.isStill(target, request.path())) {
            throw new RefusedException(
                "%s was saved again just now, so nothing was brought in. That save is untouched; try again."
                    .formatted(request.path().shown()));
          }
        });
    FileState state = capture.standing(target, request.path()).describe(arrived);
    return commit(request, arrived, state, from);
  }

  private Optional<Revision> current(Request request, Standing standing) throws IOException {
    if (request.onto().isEmpty()) {
      return Optional.empty();
    }
    RecordedFile file =
        catalogue
            .files()
            .file(request.onto().getAsLong())
            .orElseThrow(() -> new RefusedException("There is no such file on the shelf."));
    if (standing.exists() && !file.present()) {
      throw new RefusedException(
          "Another file lies at %s by now. Nothing was changed.".formatted(file.path().shown()));
    }
    return catalogue.files().current(file.id());
  }

  /** Stores the arrival; it is in the store before anything on the shelf is touched. */
  private FileState store(Request request, Optional<Revision> current) throws IOException {
    if (Files.isDirectory(request.arrival())) {
      throw new RefusedException(
          "%s is a folder; its files are brought in one by one.".formatted(request.arrival()));
    }
    try (WriteSession session = catalogue.store().write(catalogue)) {
      ContentWriter writer = session.writer();
      Optional<ContentRef> former = current.flatMap(revision -> revision.state().content());
      FileState state = capture.outside(request.arrival(), former, writer);
      writer.flush();
      ReceiptItem item =
          new ReceiptItem(
              request.arrival().toAbsolutePath().toString(),
              request.onto(),
              OptionalInt.empty(),
              ReceiptItem.Outcome.KEPT,
              state.size(),
              "",
              Optional.empty(),
              Optional.of(state));
      var unused =
          journal.commit(
              Journal.Draft.on(
                  request.shelf(),
                  Act.KEEP,
                  clock.instant(),
                  request.by(),
                  List.of(new Proposal.Item(item))),
              session);
      return state;
    } catch (NoSuchFileException e) {
      throw new RefusedException(
          "There is no file %s, so nothing was brought in.".formatted(request.arrival()));
    }
  }

  /** The earlier revision that has the same content. */
  private OptionalInt earlier(Request request, FileState arrived) throws IOException {
    if (request.onto().isEmpty()) {
      return OptionalInt.empty();
    }
    return catalogue.files().history(request.onto().getAsLong()).stream()
        .filter(revision -> revision.state().sameContent(arrived))
        .mapToInt(Revision::number)
        .reduce((older, newer) -> newer);
  }

  /** The content and time are the arrival's, the permissions those of the file it replaces. */
  private static FileState placed(FileState arrived, Optional<Revision> current) {
    return new FileState(
        arrived.path(),
        arrived.size(),
        arrived.modified(),
        current.isPresent() ? current.get().state().mode() : Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        arrived.content(),
        Optional.empty());
  }

  private Brought commit(Request request, FileState arrived, FileState state, OptionalInt from)
      throws IOException {
    Path folder = request.arrival().toAbsolutePath().getParent();
    Arrived where =
        new Arrived(
            ShelfPaths.name(request.arrival()),
            folder == null ? "" : folder.toString(),
            arrived.modified(),
            request.note().strip());
    Proposal.Save save =
        new Proposal.Save(request.onto(), state, Origin.BRING_IN, from, true, Optional.of(where));
    try (WriteSession session = catalogue.store().write(catalogue)) {
      Journal.Committed committed =
          journal
              .commit(
                  Journal.Draft.on(
                      request.shelf(),
                      Act.BRING_IN,
                      clock.instant(),
                      request.by(),
                      List.of(save, new Proposal.Item(item(request, state)))),
                  session)
              .orElseThrow();
      return new Brought(
          committed.fileOfFirstRevision().orElseThrow(),
          committed.firstRevision(),
          committed.segment(),
          from);
    }
  }

  /** What its receipt says. */
  private static ReceiptItem item(Request request, FileState state) {
    return new ReceiptItem(
        ShelfPaths.resolve(request.folder(), request.path()).toString(),
        request.onto(),
        OptionalInt.empty(),
        request.onto().isPresent() ? ReceiptItem.Outcome.MADE_ROOM : ReceiptItem.Outcome.RECOVERED,
        state.size(),
        "",
        Optional.of(state),
        Optional.empty());
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

  private static String numbered(int number) {
    return number == 0 ? "the first state" : "r" + number;
  }
}
