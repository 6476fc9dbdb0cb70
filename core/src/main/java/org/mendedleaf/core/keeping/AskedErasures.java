package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.MarkQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Erasures that somebody has asked for in a store that delays them: they are on notice until then,
 * and can be called off. Safe for several threads; any method may take long.
 */
public final class AskedErasures {

  private final Erasures erasures;
  private final Safeguards safeguards;
  private final FileLives files;
  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public AskedErasures(
      Erasures erasures,
      Safeguards safeguards,
      FileLives files,
      Shelves shelves,
      OpenDesk desk,
      OfficeSettings settings) {
    this.erasures = erasures;
    this.safeguards = safeguards;
    this.files = files;
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * Revisions of one file that are to be erased.
   *
   * @param numbers oldest first
   * @param everything whether the file has no others
   * @param until when the last of them is still there
   * @param by who asked for it first
   */
  public record AskedErasure(
      FileLife life, Set<Integer> numbers, boolean everything, Instant until, String by) {}

  /** When an erasure takes effect that is asked for now; empty where that is at once. */
  public Optional<Instant> effectiveFrom(FileRef file) throws IOException {
    return safeguards.erasedAfter(file.store(), settings.clock().instant());
  }

  /**
   * Asks for an erasure that takes effect later.
   *
   * @param numbers of revisions; empty for the file with all its history
   * @param typedName the file's name, typed by whoever wants this
   * @param named whether the ledger keeps what the file was called
   * @throws SentenceException if the name is another, a revision is held, there is none such, or
   *     all of them were asked for already
   */
  public AskedErasure ask(FileRef file, Set<Integer> numbers, String typedName, boolean named)
      throws IOException {
    Instant now = settings.clock().instant();
    FileLife life = erasures.allowed(file, typedName);
    OpenDesk.requireThere(desk.store(file.store()));
    Instant until =
        effectiveFrom(file)
            .orElseThrow(
                () ->
                    new SentenceException(
                        "In this store erasing is not delayed. Nothing was changed."));
    List<Revision> chosen = Erasures.chosen(life, numbers);
    Erasures.refuseHeld(life, chosen);
    List<Proposal> proposals = new ArrayList<>();
    for (Revision revision : chosen) {
      if (notice(life, revision).isEmpty()) {
        proposals.add(
            new Proposal.PutOnNotice(
                revision.key(), until, named ? NoticeCause.ERASURE_NAMED : NoticeCause.ERASURE));
      }
    }
    if (proposals.isEmpty()) {
      throw new SentenceException(
          "That was asked for already; it takes effect on %s. Nothing was changed."
              .formatted(LettingGo.said(of(life).orElseThrow().until(), settings)));
    }
    commit(life, Act.ASK_ERASURE, now, proposals);
    return of(files.life(file)).orElseThrow();
  }

  /**
   * Calls an erasure off that was asked for; its revisions stay as plans have it.
   *
   * @param numbers of revisions; empty for all that were asked for
   * @return how many stay
   */
  public int callOff(FileRef file, Set<Integer> numbers) throws IOException {
    FileLife life = files.life(file);
    shelves.require(file.store(), life.shelf().id(), Right.HOLD);
    List<Proposal> proposals = new ArrayList<>();
    for (Revision revision : life.revisions()) {
      boolean isMeant = numbers.isEmpty() || numbers.contains(revision.number());
      if (isMeant && notice(life, revision).isPresent()) {
        proposals.add(new Proposal.TakeOffNotice(revision.key()));
      }
    }
    if (proposals.isEmpty()) {
      throw new SentenceException(
          "Nobody has asked for erasing %s of %s, so there is nothing to call off."
              .formatted(numbers.isEmpty() ? "anything" : "these", life.file().path().shown()));
    }
    commit(life, Act.CALL_OFF, settings.clock().instant(), proposals);
    return proposals.size();
  }

  /** What was asked for on a shelf and is still there, file by file. */
  public List<AskedErasure> on(Shelf shelf) throws IOException {
    Set<Long> asked = new TreeSet<>();
    onNotice(shelf).forEach(one -> asked.add(one.file()));
    List<AskedErasure> found = new ArrayList<>();
    for (long file : asked) {
      of(files.life(new FileRef(shelf.store(), file))).ifPresent(found::add);
    }
    return found;
  }

  /** What was asked for of one file; empty if nothing was. */
  public Optional<AskedErasure> of(FileLife life) {
    Set<Integer> numbers = new TreeSet<>();
    Optional<RevisionMarks.NoticeGiven> last = Optional.empty();
    for (Revision revision : life.revisions()) {
      Optional<RevisionMarks.NoticeGiven> notice = notice(life, revision);
      if (notice.isPresent()) {
        numbers.add(revision.number());
        last = last.filter(one -> one.until().isAfter(notice.get().until())).or(() -> notice);
      }
    }
    return last.map(
        notice ->
            new AskedErasure(
                life,
                numbers,
                numbers.size() == life.revisions().size(),
                notice.until(),
                notice.by()));
  }

  /** Whether something that was asked for takes effect by now. */
  public boolean isDue(Shelf shelf) throws IOException {
    return !due(shelf).isEmpty();
  }

  /**
   * Erases what was asked for and not called off in time.
   *
   * @param clockIsRight whether a person has said so
   * @return how many revisions went
   * @throws ClockException if the clock seems to have jumped ahead
   */
  public int eraseDue(Shelf shelf, boolean clockIsRight) throws IOException {
    LettingGo.refuseUnderSetClock(settings, desk.store(shelf.store()));
    if (clockIsRight) {
      shelves.require(shelf.store(), shelf.id(), Right.ERASE);
      LettingGo.confirm(desk.captureTimes());
    } else {
      LettingGo.refuseAfterJump(settings, desk.captureTimes(), desk.store(shelf.store()));
    }
    int erased = 0;
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      for (Map.Entry<Long, DueOfFile> one : due(shelf).entrySet()) {
        FileRef file = new FileRef(shelf.store(), one.getKey());
        erased +=
            erasures
                .eraseAsked(
                    file, one.getValue().numbers(), one.getValue().named(), one.getValue().by())
                .revisions();
      }
    }
    return erased;
  }

  private record DueOfFile(Set<Integer> numbers, boolean named, String by) {}

  private Map<Long, DueOfFile> due(Shelf shelf) throws IOException {
    Instant now = settings.clock().instant();
    Map<Long, DueOfFile> due = new LinkedHashMap<>();
    for (MarkQuestions.OnNotice one : onNotice(shelf)) {
      if (!one.until().isAfter(now)) {
        due.merge(
            one.file(),
            new DueOfFile(Set.of(one.number()), one.cause() == NoticeCause.ERASURE_NAMED, one.by()),
            AskedErasures::both);
      }
    }
    return due;
  }

  private static DueOfFile both(DueOfFile one, DueOfFile other) {
    Set<Integer> numbers = new TreeSet<>(one.numbers());
    numbers.addAll(other.numbers());
    return new DueOfFile(numbers, one.named() || other.named(), other.by());
  }

  private List<MarkQuestions.OnNotice> onNotice(Shelf shelf) throws IOException {
    return desk.store(shelf.store()).catalogue().marks().toBeErased(shelf.id());
  }

  private static Optional<RevisionMarks.NoticeGiven> notice(FileLife life, Revision revision) {
    return life.marks(revision).notice().filter(one -> one.cause().isErasure());
  }

  private void commit(FileLife life, Act act, Instant at, List<Proposal> proposals)
      throws IOException {
    var unused =
        desk.store(life.ref().store())
            .journal()
            .commit(Journal.Draft.on(life.shelf().id(), act, at, settings.person(), proposals));
  }
}
