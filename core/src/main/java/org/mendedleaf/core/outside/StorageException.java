package org.mendedleaf.core.outside;

import org.mendedleaf.core.desk.SentenceException;

/**
 * Thrown where a storage did not do what was wanted. The message is a sentence for a person; the
 * trouble tells programs what may be tried again. Nothing is half-done unless the sentence says so.
 */
public final class StorageException extends SentenceException {

  private static final long serialVersionUID = 1L;

  /** What hindered it. */
  public enum Trouble {
    /** It cannot be reached, or broke off; trying again may help. */
    AWAY,
    /** It does not let this person do it. */
    REFUSED,
    /** What was asked for is not there. */
    GONE,
    /** Somebody was quicker: what stands there is not what was looked at. */
    CHANGED,
    /** It has no room left. */
    FULL,
    /** Something is held. */
    HELD,
    /** What arrived is not what was sent. */
    DAMAGED,
    /** It cannot do such a thing at all. */
    LACKING
  }

  private final Trouble trouble;

  public StorageException(Trouble trouble, String sentence) {
    super(sentence);
    this.trouble = trouble;
  }

  public StorageException(Trouble trouble, String sentence, Throwable cause) {
    super(sentence, cause);
    this.trouble = trouble;
  }

  public Trouble trouble() {
    return trouble;
  }

  /** Whether the same may succeed later without anybody deciding anything. */
  public boolean mayPass() {
    return trouble == Trouble.AWAY || trouble == Trouble.DAMAGED;
  }
}
