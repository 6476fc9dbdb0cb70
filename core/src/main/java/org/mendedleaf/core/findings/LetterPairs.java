package org.mendedleaf.core.findings;

/**
 * How often which letter follows which, in a text: enough to tell language, code or figures from
 * keys that were hit at random. The pairs are those of a to z, without case, and of anything that
 * is no letter, taken as one sign. For the use of one thread while it is filled.
 */
public final class LetterPairs {

  private static final int SIGNS = 27;
  // In a language, or code, so many pairs are as common as if all were equally so.
  private static final int COMMON = 1000;

  private static final String VOWELS = "aeiouy";
  private static final int CROWD = 5;

  private final int[] counts = new int[SIGNS * SIGNS];
  private int last;
  private long letters;
  private long all;
  private int consonants;
  private long crowded;

  /** Takes the next byte. */
  void add(int b) {
    int lower = b | 0x20;
    int sign = lower >= 'a' && lower <= 'z' ? lower - 'a' + 1 : 0;
    if (sign != 0 || last != 0) {
      counts[last * SIGNS + sign]++;
      all++;
    }
    letters += sign == 0 ? 0 : 1;
    crowd(sign);
    last = sign;
  }

  private void crowd(int sign) {
    boolean isConsonant = sign != 0 && VOWELS.indexOf('a' + sign - 1) < 0;
    consonants = isConsonant ? consonants + 1 : 0;
    // The first ones count as soon as it is known that they are so many.
    crowded += consonants == CROWD ? CROWD : consonants > CROWD ? 1 : 0;
  }

  /** Which part of the letters stands in runs of five consonants or more, 0 to 1. */
  double partCrowded() {
    return letters == 0 ? 0 : (double) crowded / letters;
  }

  /** How many letters it has. */
  public long letters() {
    return letters;
  }

  /** How many pairs it has with a letter in them. */
  public long all() {
    return all;
  }

  /**
   * Which part of the pairs of this text is common in another one: there, at least one in a
   * thousand is such a pair. Of keys hit at random many are not.
   */
  double commonIn(LetterPairs model) {
    long common = 0;
    for (int i = 0; i < counts.length; i++) {
      common += (long) model.counts[i] * COMMON >= model.all ? counts[i] : 0;
    }
    return all == 0 ? 0 : (double) common / all;
  }
}
