package org.mendedleaf.core.keeping;

import org.mendedleaf.core.desk.SentenceException;

/**
 * Thrown when nothing is let go because the clock seems to have jumped ahead; a person may know
 * better.
 */
public final class ClockException extends SentenceException {

  private static final long serialVersionUID = 1L;

  ClockException(String sentence) {
    super(sentence);
  }
}
