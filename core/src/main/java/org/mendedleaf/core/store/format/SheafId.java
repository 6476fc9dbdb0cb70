package org.mendedleaf.core.store.format;

import java.util.Arrays;
import java.util.random.RandomGenerator;

/**
 * The random name of a sheaf: 16 bytes, written as 26 letters and digits of base 32 (RFC 4648,
 * lower case, no padding).
 */
public record SheafId(String text) {

  static final int BYTES = 16;
  private static final String ALPHABET = "abcdefghijklmnopqrstuvwxyz234567";

  public SheafId {
    if (!isOne(text)) {
      throw new IllegalArgumentException("not the name of a sheaf: " + text);
    }
  }

  /** Whether this can be the name of a sheaf; people put other files anywhere. */
  static boolean isOne(String text) {
    return text.length() == 26 && text.chars().allMatch(c -> ALPHABET.indexOf(c) >= 0);
  }

  public static SheafId random(RandomGenerator random) {
    byte[] bytes = new byte[BYTES];
    random.nextBytes(bytes);
    return new SheafId(base32(bytes));
  }

  /** The sheaf of these 16 bytes. */
  static SheafId of(byte[] bytes) {
    return new SheafId(base32(bytes));
  }

  /** The 16 bytes as they stand in the sheaf's header. */
  byte[] bytes() {
    byte[] out = new byte[BYTES];
    long bits = 0;
    int held = 0;
    int at = 0;
    for (int i = 0; i < text.length() && at < BYTES; i++) {
      bits = (bits << 5) | ALPHABET.indexOf(text.charAt(i));
      held += 5;
      if (held >= 8) {
        held -= 8;
        out[at++] = (byte) (bits >> held);
      }
    }
    return Arrays.copyOf(out, BYTES);
  }

  private static String base32(byte[] bytes) {
    StringBuilder out = new StringBuilder();
    long bits = 0;
    int held = 0;
    for (byte b : bytes) {
      bits = (bits << 8) | (b & 0xff);
      held += 8;
      while (held >= 5) {
        held -= 5;
        out.append(ALPHABET.charAt((int) (bits >> held) & 31));
      }
    }
    if (held > 0) {
      out.append(ALPHABET.charAt((int) (bits << (5 - held)) & 31));
    }
    return out.toString();
  }

  @Override
  public String toString() {
    return text;
  }
}
