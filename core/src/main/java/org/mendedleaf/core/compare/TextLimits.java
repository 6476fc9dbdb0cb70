package org.mendedleaf.core.compare;

/** How much of a text is shown and compared. */
final class TextLimits {

  /** Characters shown. */
  static final int SHOWN = 200_000;

  /** Characters in one line; more is no text that a person reads. */
  static final int LINE = 1_000_000;

  private TextLimits() {}

  static int longestLine(String text) {
    int longest = 0;
    int start = 0;
    for (int end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', start)) {
      longest = Math.max(longest, end - start);
      start = end + 1;
    }
    return Math.max(longest, text.length() - start);
  }
}
