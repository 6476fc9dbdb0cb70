package org.mendedleaf.core.store.log;

import java.io.IOException;

/**
 * The end of a store's log is not what it was: commits are missing or others are in their place, so
 * that whatever were written now would be another history than the one that was there.
 */
public final class BrokenLogException extends IOException {
  private static final long serialVersionUID = 1L;

  public BrokenLogException(String sentence) {
    super(sentence);
  }
}
