package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.store.ErasedMeanwhileException;
import org.mendedleaf.core.store.Rewriting;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.Segment;

/**
 * Commits acts to the store's log. Metadata goes to the sheaves first; then, until it succeeds:
 * read what other desks have committed, give numbers, publish the next segment if its number is
 * free.
 *
 * <p>Safe for several threads: one commit at a time in this process; other processes are settled by
 * the log itself.
 */
public final class Journal {

  private static final int LINES_PER_BLOCK = 4096;

  /** How often a commit is tried again because another desk erases in between. */
  private static final int TRIES = 10;

  private final Catalogue catalogue;
  private final String desk;

  public Journal(Catalogue catalogue, String desk) {
    this.catalogue = catalogue;
    this.desk = desk;
  }

  /**
   * An act to commit.
   *
   * @param shelf the shelf it is about; empty for acts on the store, and for a new shelf
   * @param of the segment that it takes back
   * @param run shared by acts that are done as one; empty for an act of its own
   * @param former the commit of another log that it repeats
   * @param more whether further commits of the same capture follow
   */
  public record Draft(
      Act act,
      OptionalLong shelf,
      Instant at,
      String by,
      OptionalLong of,
      Optional<String> run,
      Optional<FormerCommit> former,
      boolean more,
      List<Proposal> proposals) {

    public Draft {
      proposals = List.copyOf(proposals);
    }

    /** One that repeats nothing. */
    public Draft(
        Act act,
        OptionalLong shelf,
        Instant at,
        String by,
        OptionalLong of,
        Optional<String> run,
        boolean more,
        List<Proposal> proposals) {
      this(act, shelf, at, by, of, run, Optional.empty(), more, proposals);
    }

    /** An act of its own. */
    public Draft(
        Act act,
        OptionalLong shelf,
        Instant at,
        String by,
        OptionalLong of,
        boolean more,
        List<Proposal> proposals) {
      this(act, shelf, at, by, of, Optional.empty(), more, proposals);
    }

    /** The same as a part of something larger. */
    public Draft inRun(String name) {
      return new Draft(act, shelf, at, by, of, Optional.of(name), former, more, proposals);
    }

    /** An act on a shelf that takes nothing back. */
    public static Draft on(
        long shelf, Act act, Instant at, String by, List<? extends Proposal> proposals) {
      return new Draft(
          act, OptionalLong.of(shelf), at, by, OptionalLong.empty(), false, List.copyOf(proposals));
    }
  }

  /**
   * What was committed.
   *
   * @param segment its number: the act's id
   * @param details the lines with the numbers they were given, in the order of the log
   */
  public record Committed(long segment, List<Detail> details) {

    /** The revision that this act gave a file, if it did. */
    public OptionalLong fileOfFirstRevision() {
      return details.stream()
          .filter(Detail.Revised.class::isInstance)
          .mapToLong(detail -> ((Detail.Revised) detail).file())
          .findFirst();
    }

    /** The number of the first revision in it, or -1. */
    public int firstRevision() {
      return details.stream()
          .filter(Detail.Revised.class::isInstance)
          .mapToInt(detail -> ((Detail.Revised) detail).number())
          .findFirst()
          .orElse(-1);
    }

    /** The shelf that was added, if one was. */
    public OptionalLong shelf() {
      return details.stream()
          .filter(Detail.ShelfAdded.class::isInstance)
          .mapToLong(detail -> ((Detail.ShelfAdded) detail).shelf())
          .findFirst();
    }

    /** The snapshot that was taken, if one was. */
    public OptionalLong snapshot() {
      return details.stream()
          .filter(Detail.SnapshotTaken.class::isInstance)
          .mapToLong(detail -> ((Detail.SnapshotTaken) detail).snapshot())
          .findFirst();
    }

    /** How many lines the act has, by what they say. */
    public long count(Class<? extends Detail> kind) {
      return details.stream().filter(kind::isInstance).count();
    }
  }

  /**
   * Commits an act. The session is finished by this, whether or not anything was left to commit.
   *
   * @return empty if nothing remained, since another desk had recorded the same already
   */
  public synchronized Optional<Committed> commit(Draft draft, WriteSession session)
      throws IOException {
    WrittenMetadata written = write(draft, session);
    while (true) {
      catalogue.catchUp();
      AppliedLog.Position position = catalogue.position();
      session.check();
      Assignment assignment = new Assignment(catalogue, draft.shelf(), written.places());
      List<Detail> details = assignment.assign(draft.proposals());
      boolean nothing = details.isEmpty() && draft.act() == Act.CAPTURE && !firstCapture(draft);
      if (nothing && written.sheaves().isEmpty()) {
        return Optional.empty();
      }
      CommitHeader header = header(draft, written);
      List<String> lines = new ArrayList<>();
      lines.add(header.encode(assignment.newShelf()));
      details.forEach(detail -> lines.add(LineKinds.encode(detail)));
      Optional<Segment> published = publish(position, lines);
      if (published.isPresent()) {
        catalogue.apply(published.get(), written.sheaves());
        return Optional.of(new Committed(published.get().number(), details));
      }
    }
  }

  /** Work during which nobody else in this process commits. */
  public interface Alone<T> {
    T done() throws IOException;
  }

  /**
   * Does something with nobody of this process committing in between: for what must be the very
   * next commit and was overtaken too often.
   */
  public synchronized <T> T alone(Alone<T> work) throws IOException {
    return work.done();
  }

  /**
   * Commits an act that stores no content. Where somebody's erasure has taken its metadata away
   * before it counted, it is written once more.
   */
  public Committed commit(Draft draft) throws IOException {
    for (int tries = 1; ; tries++) {
      try (WriteSession session = catalogue.store().write(catalogue)) {
        return commit(draft, session).orElseThrow();
      } catch (ErasedMeanwhileException e) {
        if (tries == TRIES) {
          throw e;
        }
      }
    }
  }

  // The first capture of an empty folder has nothing to say but that it has happened.
  private boolean firstCapture(Draft draft) throws IOException {
    return !draft.more()
        && draft.shelf().isPresent()
        && !catalogue.shelves().firstCaptureDone(draft.shelf().getAsLong());
  }

  private CommitHeader header(Draft draft, WrittenMetadata written) {
    return new CommitHeader(
        draft.act(),
        draft.at(),
        draft.former().map(FormerCommit::desk).orElse(desk),
        draft.by(),
        draft.shelf(),
        draft.of(),
        draft.run(),
        draft.former().map(FormerCommit::was),
        draft.more(),
        written.blocks(),
        written.sheaves().stream().map(FinishedSheaf::id).toList(),
        List.of());
  }

  /**
   * Commits that one sheaf holds everything that these held.
   *
   * @return false if another desk has retired one of them, or the packed one, meanwhile; nothing
   *     was committed then
   */
  public boolean pack(FinishedSheaf packed, List<SheafId> retired, Instant at, String by)
      throws IOException {
    return replace(Act.PACK, List.of(packed), retired, at, by);
  }

  /**
   * Commits that some sheaves hold everything that others held, as far as it can still be read.
   *
   * @return false if another desk has retired one of them, or a new one, meanwhile; nothing was
   *     committed then
   */
  public synchronized boolean replace(
      Act act, List<FinishedSheaf> written, List<SheafId> retired, Instant at, String by)
      throws IOException {
    List<SheafId> sheaves = written.stream().map(FinishedSheaf::id).toList();
    while (true) {
      catalogue.catchUp();
      AppliedLog.Position position = catalogue.position();
      // An erasure does away with sheaves that no commit mentions yet, as the new ones.
      boolean isOvertaken = !catalogue.ledger().sheaves().containsAll(retired);
      for (SheafId sheaf : sheaves) {
        isOvertaken |= catalogue.isRetired(sheaf);
      }
      if (isOvertaken) {
        return false;
      }
      if (publishSheaves(position, act, written, retired, at, by)) {
        return true;
      }
    }
  }

  /**
   * Commits that everything of another log is committed here anew, so that nobody needs its sheaves
   * any more.
   *
   * @param retired sheaves that only the other log mentions
   */
  public synchronized void join(List<SheafId> retired, Instant at, String by) throws IOException {
    do {
      catalogue.catchUp();
    } while (!publishSheaves(catalogue.position(), Act.JOIN, List.of(), retired, at, by));
  }

  private boolean publishSheaves(
      AppliedLog.Position position,
      Act act,
      List<FinishedSheaf> written,
      List<SheafId> retired,
      Instant at,
      String by)
      throws IOException {
    CommitHeader header =
        new CommitHeader(
            act,
            at,
            desk,
            by,
            OptionalLong.empty(),
            OptionalLong.empty(),
            Optional.empty(),
            Optional.empty(),
            false,
            List.of(),
            written.stream().map(FinishedSheaf::id).toList(),
            retired);
    Optional<Segment> published = publish(position, List.of(header.encode(OptionalLong.empty())));
    if (published.isPresent()) {
      catalogue.apply(published.get(), written);
    }
    return published.isPresent();
  }

  /**
   * Commits that revisions are erased: what lived beside them lies in new sheaves.
   *
   * @param basedOn what number this commit must get: anything committed meanwhile may need what is
   *     to be erased
   * @return its number; empty if something else was committed meanwhile, and nothing of this then
   */
  public synchronized OptionalLong erase(
      Rewriting.Rewritten rewritten,
      List<Detail> details,
      long basedOn,
      Optional<Long> shelf,
      Instant at,
      String by)
      throws IOException {
    catalogue.catchUp();
    AppliedLog.Position position = catalogue.position();
    if (position.segment() != basedOn) {
      return OptionalLong.empty();
    }
    CommitHeader header =
        new CommitHeader(
            Act.ERASE,
            at,
            desk,
            by,
            shelf.isPresent() ? OptionalLong.of(shelf.get()) : OptionalLong.empty(),
            OptionalLong.empty(),
            Optional.empty(),
            Optional.empty(),
            false,
            List.of(),
            rewritten.sheaves().stream().map(FinishedSheaf::id).toList(),
            rewritten.retired());
    List<String> lines = new ArrayList<>();
    lines.add(header.encode(OptionalLong.empty()));
    details.forEach(detail -> lines.add(LineKinds.encode(detail)));
    Optional<Segment> published = publish(position, lines);
    if (published.isEmpty()) {
      return OptionalLong.empty();
    }
    catalogue.apply(published.get(), rewritten.sheaves());
    return OptionalLong.of(published.get().number());
  }

  private Optional<Segment> publish(AppliedLog.Position position, List<String> lines)
      throws IOException {
    Optional<String> onlyDesk = catalogue.store().onlyDesk();
    if (onlyDesk.isPresent() && !onlyDesk.get().equals(desk)) {
      throw new OtherDeskException();
    }
    return catalogue.store().log().publish(position.segment(), position.after(), lines);
  }

  private record WrittenMetadata(
      List<ContentId> blocks, List<Detail.MetadataPlace> places, List<FinishedSheaf> sheaves) {}

  private WrittenMetadata write(Draft draft, WriteSession session) throws IOException {
    List<ContentId> blocks = new ArrayList<>();
    List<Detail.MetadataPlace> places = new ArrayList<>();
    List<String> lines = new ArrayList<>();
    for (Proposal proposal : draft.proposals()) {
      Optional<String> metadata = proposal.metadata();
      places.add(
          metadata.isPresent() ? new Detail.MetadataPlace(blocks.size(), lines.size()) : null);
      metadata.ifPresent(lines::add);
      if (lines.size() == LINES_PER_BLOCK) {
        blocks.add(session.metadata(encode(lines)));
        lines.clear();
      }
    }
    if (!lines.isEmpty()) {
      blocks.add(session.metadata(encode(lines)));
    }
    return new WrittenMetadata(blocks, places, session.finish());
  }

  private static byte[] encode(List<String> lines) {
    return String.join("\n", lines).getBytes(StandardCharsets.UTF_8);
  }
}
