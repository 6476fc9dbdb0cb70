package org.mendedleaf.core.joining;

import java.io.IOException;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FormerCommit;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.catalog.lines.MetadataBlocks;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.ErasedMeanwhileException;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.Segment;

/**
 * Commits the commits of another log of the same store anew, under new numbers and with the times
 * and people that they had. Where both logs changed a file, the state that counted here counts
 * again at the end. Stopped anywhere, it goes on when it is done again. Used once, by one thread;
 * others may commit meanwhile.
 */
public final class Joining {

  private static final int TRIES = 10;

  /** Upkeep of the other log's own sheaves says nothing of any file. */
  private static final Set<Act> OF_SHEAVES =
      Set.of(Act.MAKE, Act.PACK, Act.REPAIR, Act.ERASE, Act.TAKE_OVER);

  private final Catalogue here;
  private final OtherLog other;
  private final Journal journal;
  private final InstantSource clock;
  private final String by;
  private final Fork fork;
  private final OurSide ours;
  private final Renumbering numbers;
  private final List<JoinReport.Joined> revisions = new ArrayList<>();
  private final List<InnerPath> unreadable = new ArrayList<>();
  private final Set<Long> changed = new LinkedHashSet<>();
  private final Set<SheafId> sheaves = new LinkedHashSet<>();
  private int commits;
  private int erasures;
  private int erasedHere;

  /**
   * @param by who joins them
   */
  public Joining(Catalogue here, Journal journal, OtherLog other, InstantSource clock, String by)
      throws IOException {
    this.here = here;
    this.other = other;
    this.journal = journal;
    this.clock = clock;
    this.by = by;
    this.fork = other.fork();
    this.ours = OurSide.since(other, here);
    this.numbers =
        new Renumbering(
            other.common(),
            Math.max(here.files().lastFileBefore(other.common()), other.lastCommonFile()));
  }

  /** Where the two part. */
  public Fork fork() {
    return fork;
  }

  /** Does it. */
  public JoinReport join(Progress progress) throws IOException {
    progress.phase(Phase.RECORDING, fork.commits(), 0);
    for (long number = fork.first(); number < fork.end(); number++) {
      progress.checkCancelled();
      join(other.log().read(number).orElseThrow());
      progress.advanced(1, 0);
    }
    if (commits > 0 || ours.isInterrupted()) {
      if (!other.isOfLostCommits()) {
        restoreCurrent();
      }
      if (!other.isSpool()) {
        journal.join(ownSheaves(), clock.instant(), by);
      }
    }
    return new JoinReport(commits, revisions, numbers.shelves(), erasures, erasedHere, unreadable);
  }

  private void join(Segment segment) throws IOException {
    CommitHeader header = CommitHeader.decode(segment.lines().get(0));
    List<Detail> lines = LineKinds.details(segment);
    Optional<OurSide.Repeated> already = ours.repeats(segment);
    if (already.isPresent()) {
      note(segment, lines, header, already.get().segment(), already.get().lines());
      return;
    }
    sheaves.addAll(header.sheaves());
    erasures += header.act() == Act.ERASE ? 1 : 0;
    OptionalLong shelf =
        header.shelf().isPresent()
            ? numbers.shelf(header.shelf().getAsLong())
            : OptionalLong.empty();
    boolean isOfNothing =
        header.shelf().isPresent() && shelf.isEmpty() && header.act() != Act.SHELF;
    if (OF_SHEAVES.contains(header.act()) || isOfNothing) {
      return;
    }
    Optional<Journal.Committed> committed = commitAnew(segment, header, lines, shelf);
    if (committed.isPresent()) {
      commits++;
      note(segment, lines, header, committed.get().segment(), committed.get().details());
    }
  }

  private Optional<Journal.Committed> commitAnew(
      Segment segment, CommitHeader header, List<Detail> lines, OptionalLong shelf)
      throws IOException {
    for (int tries = 1; ; tries++) {
      try (WriteSession session = here.store().write(here);
          ContentWriter writer = session.writer()) {
        OtherLines told =
            new OtherLines(
                numbers, ours, new TakenContents(here, other, session, writer), this::former);
        tell(segment, header, lines, told);
        writer.flush();
        if (told.proposals().isEmpty() && header.act() != Act.CAPTURE) {
          unreadable.addAll(told.unreadable());
          erasedHere += told.erasedHere();
          return Optional.empty();
        }
        Optional<Journal.Committed> done =
            journal.commit(draft(segment, header, shelf, told.proposals()), session);
        unreadable.addAll(told.unreadable());
        erasedHere += told.erasedHere();
        return done;
      } catch (ErasedMeanwhileException e) {
        if (tries == TRIES) {
          throw e;
        }
      }
    }
  }

  private void tell(Segment segment, CommitHeader header, List<Detail> lines, OtherLines told)
      throws IOException {
    MetadataBlocks blocks = new MetadataBlocks(header.blocks(), other.contents());
    blocks.passOverLost();
    for (int i = 0; i < lines.size(); i++) {
      if (!blocks.isErased(lines.get(i))) {
        RevisionKey key = new RevisionKey(segment.number(), i + 1);
        LineKinds.apply(lines.get(i), new LineContext(key, header, blocks, 0), told);
      }
    }
  }

  private Journal.Draft draft(
      Segment segment, CommitHeader header, OptionalLong shelf, List<Proposal> proposals) {
    OptionalLong of =
        header.of().isPresent() ? numbers.segment(header.of().getAsLong()) : OptionalLong.empty();
    return new Journal.Draft(
        header.act(),
        header.act() == Act.SHELF ? OptionalLong.empty() : shelf,
        header.at(),
        header.by(),
        of,
        header.run(),
        Optional.of(new FormerCommit(new LogHead(segment.number(), segment.hash()), header.desk())),
        header.more(),
        proposals);
  }

  private Optional<ContentRef> former(OptionalLong file) throws IOException {
    return file.isPresent()
        ? here.files().current(file.getAsLong()).flatMap(revision -> revision.state().content())
        : Optional.empty();
  }

  private void note(
      Segment segment, List<Detail> was, CommitHeader header, long became, List<Detail> now)
      throws IOException {
    numbers.note(segment.number(), was, became, now);
    for (Detail line : now) {
      if (line instanceof Detail.OfFile of) {
        changed.add(of.file());
      }
      if (line instanceof Detail.Revised revised && revised.was().isPresent()) {
        Optional<RecordedFile> file = here.files().file(revised.file());
        if (file.isPresent()) {
          int number = revised.was().get().number();
          revisions.add(
              new JoinReport.Joined(file.get().path(), number, revised.number(), header.by()));
        }
      }
    }
  }

  /** What was current here stays current, after all that the other log had. */
  private void restoreCurrent() throws IOException {
    Map<Long, List<Proposal>> byShelf = new LinkedHashMap<>();
    for (long id : changed) {
      Optional<RecordedFile> file = here.files().file(id);
      if (!ours.files().containsKey(id) || file.isEmpty()) {
        continue;
      }
      Optional<Proposal> again = again(file.get(), ours.files().get(id));
      again.ifPresent(
          proposal ->
              byShelf.computeIfAbsent(file.get().shelf(), none -> new ArrayList<>()).add(proposal));
    }
    for (Map.Entry<Long, List<Proposal>> one : byShelf.entrySet()) {
      var unused =
          journal.commit(
              Journal.Draft.on(one.getKey(), Act.JOIN, clock.instant(), by, one.getValue()));
    }
  }

  private Optional<Proposal> again(RecordedFile file, Optional<FileState> ours) throws IOException {
    if (ours.isEmpty()) {
      return file.present() ? Optional.of(new Proposal.Remove(file.id())) : Optional.empty();
    }
    Optional<Revision> current = here.files().current(file.id());
    boolean same =
        file.present()
            && file.path().equals(ours.get().path())
            && current.filter(now -> now.state().sameContent(ours.get())).isPresent();
    if (same) {
      return Optional.empty();
    }
    Optional<Revision> from =
        here.files().history(file.id()).stream()
            .filter(one -> one.was().isEmpty() && one.state().sameContent(ours.get()))
            .reduce((one, later) -> later);
    return Optional.of(
        new Proposal.Save(
            OptionalLong.of(file.id()),
            ours.get(),
            Origin.JOIN,
            from.isPresent() ? OptionalInt.of(from.get().number()) : OptionalInt.empty(),
            true));
  }

  /** Sheaves that only the other log mentions; all that is wanted of them lies in others here. */
  private List<SheafId> ownSheaves() throws IOException {
    Set<SheafId> own = new LinkedHashSet<>(sheaves);
    own.removeAll(here.ledger().sheaves());
    return List.copyOf(own);
  }
}
