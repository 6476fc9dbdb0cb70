package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * The marks that people have put on one revision.
 *
 * @param notes every note that it ever had, oldest first; the last one counts
 * @param good who marked it as known good; empty if nobody has
 * @param hold why it is held; empty if it is not
 * @param arrived where it came from, if it was brought in
 * @param issue its letter, if it was given out
 * @param notice until when it is still there, if it was let go
 */
public record RevisionMarks(
    List<Note> notes,
    Optional<Good> good,
    Optional<Hold> hold,
    Optional<Arrived> arrived,
    Optional<Issue> issue,
    Optional<NoticeGiven> notice) {

  /** No marks. */
  public static final RevisionMarks NONE =
      new RevisionMarks(
          List.of(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty());

  /** A person's words; empty words took the former ones back. */
  public record Note(String text, Instant at, String by) {}

  /** A person's verdict. */
  public record Good(Instant at, String by) {}

  /**
   * A keep that only a person can lift before its time.
   *
   * @param until when it ends; empty if it does not end until it is lifted
   */
  public record Hold(String why, Optional<Instant> until, Instant at, String by) {

    public boolean isOver(Instant now) {
      return until.isPresent() && !until.get().isAfter(now);
    }
  }

  /** The same without a hold that is over by then. */
  public RevisionMarks at(Instant now) {
    return new RevisionMarks(
        notes, good, hold.filter(one -> !one.isOver(now)), arrived, issue, notice);
  }

  /**
   * Let go by thinning.
   *
   * @param until it is erased afterwards
   * @param cause who wanted it, a plan or a person
   */
  public record NoticeGiven(Instant until, NoticeCause cause, Instant at, String by) {}

  /**
   * Given out.
   *
   * @param letter from 1
   */
  public record Issue(int letter, Instant at, String by) {

    /** A, B … Z, AA, AB …: letters as columns of a table are counted. */
    public String letters() {
      StringBuilder letters = new StringBuilder();
      for (int left = letter; left > 0; left = (left - 1) / 26) {
        letters.insert(0, (char) ('A' + (left - 1) % 26));
      }
      return letters.toString();
    }
  }

  public RevisionMarks {
    notes = List.copyOf(notes);
  }

  /** The note that counts. */
  public Optional<Note> note() {
    return notes.isEmpty()
        ? Optional.empty()
        : Optional.of(notes.get(notes.size() - 1)).filter(note -> !note.text().isEmpty());
  }

  /** Why a revision was put on notice, which decides what takes it off again. */
  public enum NoticeCause {
    /** No rule of the care plan claims it; any claim takes it off. */
    PLAN,
    /** A person let it go; rules of a plan do not take it off. */
    HAND,
    /** A person wants it erased, in a store that delays that; only a person takes it off. */
    ERASURE,
    /** The same, and the ledger is to keep what the file was called. */
    ERASURE_NAMED;

    public boolean byHand() {
      return this != PLAN;
    }

    public boolean isErasure() {
      return this == ERASURE || this == ERASURE_NAMED;
    }
  }
}
