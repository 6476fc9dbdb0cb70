package org.mendedleaf.core.likeness;

import java.text.Normalizer;
import java.util.Locale;

/** Text without case and accents. */
final class Folded {

  private Folded() {}

  static char of(char c) {
    if (c < 0x80) {
      return c >= 'A' && c <= 'Z' ? (char) (c + 32) : c;
    }
    return Normalizer.normalize(String.valueOf(c), Normalizer.Form.NFKD)
        .toLowerCase(Locale.ROOT)
        .charAt(0);
  }

  static String of(String text) {
    StringBuilder folded = new StringBuilder();
    for (char c : Normalizer.normalize(text, Normalizer.Form.NFKD).toCharArray()) {
      if (Character.getType(c) != Character.NON_SPACING_MARK) {
        folded.append(c);
      }
    }
    return folded.toString().toLowerCase(Locale.ROOT);
  }
}
