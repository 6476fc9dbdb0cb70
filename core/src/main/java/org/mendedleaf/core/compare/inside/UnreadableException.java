package org.mendedleaf.core.compare.inside;

/** A content cannot be read as what it is; the message is a sentence for a person. */
public final class UnreadableException extends Exception {
  private static final long serialVersionUID = 1L;

  public UnreadableException(String sentence) {
    super(sentence);
  }
}
