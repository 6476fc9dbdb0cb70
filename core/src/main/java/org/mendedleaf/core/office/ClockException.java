package org.mendedleaf.core.office;

/** Nothing was let go, since the clock seems to have jumped ahead; a person may know better. */
public final class ClockException extends SentenceException {

  private static final long serialVersionUID = 1L;

  ClockException(String sentence) {
    super(sentence);
  }
}
