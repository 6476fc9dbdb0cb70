package org.mendedleaf.core.findings;

import java.util.Arrays;

/**
 * Tells the ordinary edit of a text from everything else, at a fraction of what measuring costs:
 * nearly all of it stands at the same ends as before, and what stands between is plain text. Of
 * such a one {@link Scrutiny} finds nothing: no zeros, noise or broken letters can have come, it
 * does not end too early, and too much is left for a rewrite. Whether it is another file's content
 * to the byte has to be asked. Pure; for any thread.
 */
public final class PlainEdit {

  /** Longer ones are not read as a whole. */
  public static final long LONGEST = 4L << 20;

  /** In tenths of the longer one. */
  private static final int SAME = 9;

  /** As many bytes as a cut is told by; what ends with a line is none anyway. */
  private static final int END = 24;

  private PlainEdit() {}

  /** Whether a content is an ordinary edit of the one before it. */
  public static boolean of(byte[] now, byte[] before) {
    int shorter = Math.min(now.length, before.length);
    int longer = Math.max(now.length, before.length);
    int from = Arrays.mismatch(now, before);
    if (from < 0) {
      return true;
    }
    int end = 0;
    while (end < shorter - from && now[now.length - 1 - end] == before[before.length - 1 - end]) {
      end++;
    }
    return now.length > 0
        && from >= Lead.LENGTH
        && (end >= END || now[now.length - 1] == '\n')
        && (from + end) * 10L >= longer * (long) SAME
        && Lead.of(now, now.length) == Lead.NONE
        && isText(now, from, now.length - end);
  }

  /** With the letters that stand across the ends of it. */
  private static boolean isText(byte[] bytes, int from, int to) {
    int first = from - 1;
    while (first > 0 && isInside(bytes[first])) {
      first--;
    }
    int last = Math.min(bytes.length, to + 1);
    while (last < bytes.length && isInside(bytes[last])) {
      last++;
    }
    Encodings encodings = new Encodings();
    for (int i = first; i < last; i++) {
      int b = bytes[i] & 0xff;
      if (Measuring.isControl(b)) {
        return false;
      }
      encodings.add(b);
    }
    return encodings.isUtf8() && encodings.garbled() == 0;
  }

  /** Whether it is a later byte of a letter in UTF-8. */
  private static boolean isInside(byte b) {
    return (b & 0xc0) == 0x80;
  }
}
