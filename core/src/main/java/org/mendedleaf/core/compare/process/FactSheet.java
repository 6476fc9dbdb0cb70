package org.mendedleaf.core.compare.process;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.mendedleaf.core.compare.inside.Inside;

/**
 * Facts about any bytes that need no knowledge of their kind. Interprets nothing, so it is safe in
 * the main process.
 */
final class FactSheet {

  private static final int SEARCHED = 64 << 10;
  private static final int FIRST = 256;
  private static final int WORD = 4;
  private static final int LONGEST = 60;
  private static final int WORDS = 60;

  private FactSheet() {}

  static Inside.Nothing of(String because, byte[] head) {
    return new Inside.Nothing(
        because, words(head), Arrays.copyOf(head, Math.min(FIRST, head.length)));
  }

  /** Runs of at least four printable ASCII characters with a letter in them. */
  private static List<String> words(byte[] head) {
    List<String> words = new ArrayList<>();
    StringBuilder run = new StringBuilder();
    int end = Math.min(head.length, SEARCHED);
    for (int i = 0; i <= end && words.size() < WORDS; i++) {
      boolean printable = i < end && head[i] >= ' ' && head[i] < 0x7f;
      if (printable && run.length() < LONGEST) {
        run.append((char) head[i]);
      } else {
        String word = run.toString().strip();
        if (word.length() >= WORD && word.chars().anyMatch(Character::isLetter)) {
          words.add(word);
        }
        run.setLength(0);
      }
    }
    return words;
  }
}
