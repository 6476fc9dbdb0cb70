package org.mendedleaf.core.history;

import java.util.Arrays;
import java.util.Optional;

/** The kind of act that a commit records. The words are part of the log's format. */
public enum Act {
  /** The store was made. */
  MAKE("make"),
  /** A shelf was added. */
  SHELF("shelf"),
  /** What had changed on a shelf was recorded. */
  CAPTURE("capture"),
  /** An earlier revision became the current one. */
  MEND("mend"),
  /** An act was taken back. */
  UNDO("undo"),
  /** Finding out who saved some revisions. */
  SAVERS("savers"),
  /** Finding out what changed in some revisions. */
  SUMMARIES("summaries"),
  /** Examining revisions for what is doubtful about them. */
  SCREEN("screen"),
  /** Somebody said that what is doubtful about a revision was meant. */
  MEANT("meant"),
  /** Small sheaves were put together. */
  PACK("pack"),
  /** What was damaged in the store was stored again from files that still hold it. */
  REPAIR("repair"),
  /** Some revisions were recovered to a scratch place, to prove that they can be. */
  DRILL("drill"),
  /** What stands at places off the shelf was recorded, since a recovery is about to replace it. */
  KEEP("keep"),
  /** Picks from earlier states were recovered. */
  RECOVER("recover"),
  /** A moment was labelled. */
  SNAPSHOT("snapshot"),
  /** A snapshot was let go. */
  UNLABEL("unlabel"),
  /** Revisions came in from outside. */
  BRING_IN("bring-in"),
  /** Copies became revisions of one file. */
  GATHER("gather"),
  /** Files left their shelf because somebody wanted it. */
  REMOVE("remove"),
  /** Somebody said what changed in a revision. */
  NOTE("note"),
  /** A revision was marked as known good, or no longer is. */
  GOOD("good"),
  /** A revision is kept until a person lets it go. */
  HOLD("hold"),
  /** A hold was lifted. */
  RELEASE("release"),
  /** Revisions that no rule keeps were put on notice. */
  THIN("thin"),
  /** Somebody said what a file is. */
  DESCRIBE("describe"),
  /** Revisions were destroyed for good. */
  ERASE("erase"),
  /** Somebody asked for an erasure in a store that delays that. */
  ASK_ERASURE("ask-erasure"),
  /** An erasure that was asked for was called off. */
  CALL_OFF("call-off"),
  /** A file of a deposit shelf was given another name or folder. */
  MOVE("move"),
  /** A draft was given out: it has a letter now. */
  ISSUE("issue"),
  /** A shelf tells drafts from issued revisions from now on, or no longer. */
  STAGES("stages"),
  /** Setting who may do what on a shelf. */
  PEOPLE("people"),
  /** A shelf's recording was switched on or paused. */
  RECORDING("recording"),
  /** Setting what a shelf leaves out. */
  LEAVE_OUT("leave-out"),
  /** Setting whether same-named arrivals become revisions automatically. */
  ADMITTING("admitting"),
  /** A care plan was chosen or changed. */
  PLAN("plan"),
  /** Setting the safeguards of the store. */
  SAFEGUARDS("safeguards"),
  /** Setting whether a shelf's arrivals need a note. */
  NOTES("notes"),
  /** What a log had that had gone on differently was committed anew. */
  JOIN("join"),
  /** Another desk took over a store whose place serves one desk only. */
  TAKE_OVER("take-over");

  private final String word;

  Act(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  /** The act of this word; empty if a newer program has invented it. */
  public static Optional<Act> of(String word) {
    return Arrays.stream(values()).filter(act -> act.word.equals(word)).findFirst();
  }
}
