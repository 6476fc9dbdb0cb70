package org.mendedleaf.core.likeness;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How much two names call the same thing. A word that many names have, like "list", tells less than
 * one that few have. Unchangeable.
 */
public final class NameLikeness {

  /** Below this many letters a word with a letter changed is another word. */
  private static final int FUZZY = 5;

  private static final double NEARLY = 0.8;
  private static final int GRAM = 3;
  private static final double OTHER_DECORATION = 0.97;

  private final Map<String, Integer> found = new HashMap<>();

  private NameLikeness() {}

  /** Counts in how many of these names each word is. */
  public static NameLikeness among(Collection<PlainName> names) {
    NameLikeness likeness = new NameLikeness();
    for (PlainName name : names) {
      new HashSet<>(name.stem()).forEach(word -> likeness.found.merge(word, 1, Integer::sum));
    }
    return likeness;
  }

  /** From 0, nothing in common, to 1, the same name but for the kind. */
  public double of(PlainName one, PlainName other) {
    if (one.stem().equals(other.stem()) || one.joined().equals(other.joined())) {
      return one.decorations().equals(other.decorations()) ? 1 : OTHER_DECORATION;
    }
    double words = words(one.stem(), other.stem());
    // Names in which words were cut short or joined.
    double letters = NEARLY * letters(one.joined(), other.joined());
    return Math.max(words, words == 0 ? letters * NEARLY : Math.min(letters, words + 0.2));
  }

  private double words(List<String> one, List<String> other) {
    double shared = 0;
    double all = 0;
    for (String word : one) {
      all += weight(word);
      shared += weight(word) * best(word, other);
    }
    for (String word : other) {
      all += weight(word);
      shared += weight(word) * best(word, one);
    }
    return all == 0 ? 0 : NEARLY * shared / all;
  }

  private double weight(String word) {
    double rare = 1 / Math.sqrt(Math.max(1, found.getOrDefault(word, 1)));
    return word.length() == 1 ? rare / 2 : rare;
  }

  private static double best(String word, List<String> others) {
    double best = 0;
    for (String other : others) {
      if (word.equals(other)) {
        return 1;
      }
      boolean isNear =
          word.length() >= FUZZY
              && other.length() >= FUZZY
              && !Character.isDigit(word.charAt(0))
              && isOneApart(word, other);
      best = Math.max(best, isNear ? NEARLY : 0);
    }
    return best;
  }

  /** Whether one letter was changed, left out, added, or two neighbours swapped. */
  private static boolean isOneApart(String one, String other) {
    String shorter = one.length() <= other.length() ? one : other;
    String longer = shorter.equals(one) ? other : one;
    if (longer.length() - shorter.length() > 1) {
      return false;
    }
    int i = 0;
    while (i < shorter.length() && shorter.charAt(i) == longer.charAt(i)) {
      i++;
    }
    if (longer.length() > shorter.length()) {
      return shorter.substring(i).equals(longer.substring(i + 1));
    }
    boolean swapped =
        i + 1 < shorter.length()
            && shorter.charAt(i) == longer.charAt(i + 1)
            && shorter.charAt(i + 1) == longer.charAt(i)
            && shorter.substring(i + 2).equals(longer.substring(i + 2));
    return swapped
        || (i < shorter.length() && shorter.substring(i + 1).equals(longer.substring(i + 1)));
  }

  private static double letters(String one, String other) {
    Set<String> here = grams(one);
    Set<String> there = grams(other);
    if (here.isEmpty() || there.isEmpty()) {
      return 0;
    }
    long shared = here.stream().filter(there::contains).count();
    return 2.0 * shared / (here.size() + there.size());
  }

  private static Set<String> grams(String text) {
    Set<String> grams = new HashSet<>();
    for (int i = 0; i + GRAM <= text.length(); i++) {
      grams.add(text.substring(i, i + GRAM));
    }
    return grams;
  }
}
