package org.mendedleaf.core.likeness;

import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.Set;
import org.mendedleaf.core.likeness.Traits.Flaw;

/**
 * Looks for the traces of a broken transfer at the beginning and the end of a content. Knows the
 * marks with which open formats begin and end, and interprets nothing else.
 */
final class Ending {

  /** How many bytes of each end are looked at. */
  public static final int LOOKED_AT = 64 << 10;

  private static final int ZEROS = 4096;
  private static final byte[] PDF = ascii("%PDF-");
  private static final byte[] PDF_END = ascii("%%EOF");
  private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G'};
  private static final byte[] PNG_END = ascii("IEND");
  private static final byte[] JPEG = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};
  private static final byte[] JPEG_END = {(byte) 0xff, (byte) 0xd9};
  private static final byte[] ZIP = {'P', 'K', 3, 4};
  private static final byte[] ZIP_END = {'P', 'K', 5, 6};

  private Ending() {}

  /**
   * What is wrong.
   *
   * @param head the first bytes of the content
   * @param tail its last bytes; the same as the first where it is short
   * @param size of all of it
   */
  public static Set<Flaw> flaws(byte[] head, byte[] tail, long size) {
    if (size == 0) {
      return EnumSet.of(Flaw.EMPTY);
    }
    Set<Flaw> flaws = EnumSet.noneOf(Flaw.class);
    if (misses(head, tail, PDF, PDF_END)
        || misses(head, tail, PNG, PNG_END)
        || misses(head, tail, JPEG, JPEG_END)
        || misses(head, tail, ZIP, ZIP_END)) {
      flaws.add(Flaw.CUT_OFF);
    }
    if (zerosAtEnd(tail) >= Math.min(ZEROS, size)) {
      flaws.add(Flaw.ZEROS);
    }
    return flaws;
  }

  private static boolean misses(byte[] head, byte[] tail, byte[] begin, byte[] end) {
    return startsWith(head, begin) && !contains(tail, end);
  }

  private static int zerosAtEnd(byte[] tail) {
    int zeros = 0;
    while (zeros < tail.length && tail[tail.length - 1 - zeros] == 0) {
      zeros++;
    }
    return zeros;
  }

  private static boolean startsWith(byte[] bytes, byte[] begin) {
    return bytes.length >= begin.length && matches(bytes, 0, begin);
  }

  private static boolean contains(byte[] bytes, byte[] wanted) {
    for (int i = bytes.length - wanted.length; i >= 0; i--) {
      if (matches(bytes, i, wanted)) {
        return true;
      }
    }
    return false;
  }

  private static boolean matches(byte[] bytes, int at, byte[] wanted) {
    for (int i = 0; i < wanted.length; i++) {
      if (bytes[at + i] != wanted[i]) {
        return false;
      }
    }
    return true;
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }
}
