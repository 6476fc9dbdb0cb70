package org.mendedleaf.core.compare.inside;

/** The limits up to which a text is shown and compared. */
public final class TextLimits {

  /** Characters shown. */
  public static final int SHOWN = 200_000;

  /** Characters in one line; more is no text that a person reads. */
  public static final int LINE = 1_000_000;

  private TextLimits() {}

  public static int longestLine(String text) {
    int longest = 0;
    int start = 0;
    for (int end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', start)) {
      longest = Math.max(longest, end - start);
      start = end + 1;
    }
    return Math.max(longest, text.length() - start);
  }
}
