package org.mendedleaf.core.likeness;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The likelihood that two names mean the same thing. A word that many names have, like "list",
 * tells less than one that few have. Unchangeable.
 */
public final class NameLikeness {

  /** Below this many letters a word with a letter changed is another word. */
  private static final int FUZZY = 5;

  private static final double NEARLY = 0.8;
  private static final int GRAM = 3;
  private static final double OTHER_DECORATION = 0.97;

  /** How much letters may add to what words tell. */
  private static final double MORE = 0.2;

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

  /** A name ready to be compared often. */
  public WeighedName weigh(PlainName name) {
    double[] weights = name.stem().stream().mapToDouble(this::weight).toArray();
    return new WeighedName(name, name.joined(), weights, grams(name.joined()));
  }

  /** From 0, nothing in common, to 1, the same name but for the kind. */
  public double of(WeighedName one, WeighedName other) {
    if (one.name().stem().equals(other.name().stem()) || one.joined().equals(other.joined())) {
      return one.name().decorations().equals(other.name().decorations()) ? 1 : OTHER_DECORATION;
    }
    double words = words(one, other);
    // Names in which words were cut short or joined.
    double letters = NEARLY * letters(one.grams(), other.grams());
    return Math.max(words, words == 0 ? letters * NEARLY : Math.min(letters, words + MORE));
  }

  private static double words(WeighedName one, WeighedName other) {
    double all = one.weight() + other.weight();
    return all == 0 ? 0 : NEARLY * (shared(one, other) + shared(other, one)) / all;
  }

  private static double shared(WeighedName one, WeighedName other) {
    double shared = 0;
    for (int i = 0; i < one.name().stem().size(); i++) {
      shared += one.weights()[i] * best(one.name().stem().get(i), other.name().stem());
    }
    return shared;
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

  private static double letters(Set<String> here, Set<String> there) {
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
