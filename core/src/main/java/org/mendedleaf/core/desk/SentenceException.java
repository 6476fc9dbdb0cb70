package org.mendedleaf.core.desk;

import java.io.IOException;

/**
 * Thrown when something could not be done; the message is the one clear sentence for a person: what
 * happened to which file, what is safe, what to do.
 */
public class SentenceException extends IOException {
  private static final long serialVersionUID = 1L;

  public SentenceException(String sentence) {
    super(sentence);
  }

  public SentenceException(String sentence, Throwable cause) {
    super(sentence, cause);
  }
}
