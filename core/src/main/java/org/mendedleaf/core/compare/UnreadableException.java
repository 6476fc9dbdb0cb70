package org.mendedleaf.core.compare;

/** A content cannot be read as what it is; the message is a sentence for a person. */
final class UnreadableException extends Exception {
  private static final long serialVersionUID = 1L;

  UnreadableException(String sentence) {
    super(sentence);
  }
}
