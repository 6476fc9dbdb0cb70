package org.mendedleaf.core.findings;

/**
 * Whether bytes are valid UTF-8 (RFC 3629), and how many signs there are in them that letters were
 * decoded with a wrong encoding: the replacement character, and the letters that come of taking
 * UTF-8 for one of the encodings with one byte for a letter and encoding that again. For one
 * thread.
 */
final class Encodings {

  private static final int REPLACEMENT = 0xfffd;

  private boolean isUtf8 = true;
  private int left;
  private int value;
  private int shortest;
  private int missing;
  private long garbled;

  void add(int b) {
    if (left > 0) {
      if ((b & 0xc0) == 0x80) {
        value = (value << 6) | (b & 0x3f);
        left--;
        if (left == 0) {
          end();
        }
        return;
      }
      isUtf8 = false;
      left = 0;
    }
    begin(b);
  }

  private void begin(int b) {
    if (b < 0x80) {
      missing = 0;
    } else if (b >= 0xc2 && b < 0xe0) {
      expect(1, b & 0x1f, 0x80);
    } else if (b >= 0xe0 && b < 0xf0) {
      expect(2, b & 0x0f, 0x800);
    } else if (b >= 0xf0 && b < 0xf5) {
      expect(3, b & 0x07, 0x10000);
    } else {
      isUtf8 = false;
      missing = 0;
    }
  }

  private void expect(int bytes, int bits, int least) {
    left = bytes;
    value = bits;
    shortest = least;
  }

  private void end() {
    if (value < shortest || (value >= 0xd800 && value < 0xe000) || value > 0x10ffff) {
      isUtf8 = false;
    }
    boolean isBehind = (value >= 0x80 && value < 0xc0) || isTypographic();
    if (value == REPLACEMENT) {
      garbled++;
    } else if (missing > 0 && isBehind) {
      missing--;
      garbled += missing == 0 ? 1 : 0;
    } else {
      missing = follow();
    }
  }

  /** How many letters more come of one, if this one came of its first byte. */
  private int follow() {
    if (value >= 0xc2 && value < 0xe0) {
      return 1;
    }
    return value >= 0xe0 && value < 0xf0 ? 2 : value >= 0xf0 && value < 0xf5 ? 3 : 0;
  }

  /** What the second byte of a letter became where the wrong encoding was that of Windows. */
  private boolean isTypographic() {
    return (value >= 0x2013 && value <= 0x203a)
        || value == 0x20ac
        || value == 0x0152
        || value == 0x0153
        || value == 0x0160
        || value == 0x0161
        || value == 0x0178
        || value == 0x017d
        || value == 0x017e
        || value == 0x0192
        || value == 0x02c6
        || value == 0x02dc
        || value == 0x2122;
  }

  boolean isUtf8() {
    return isUtf8 && left == 0;
  }

  long garbled() {
    return garbled;
  }
}
