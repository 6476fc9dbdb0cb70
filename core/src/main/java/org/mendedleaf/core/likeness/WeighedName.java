package org.mendedleaf.core.likeness;

import java.util.Arrays;
import java.util.Set;

/**
 * A name among others, ready to be compared often.
 *
 * @param joined its words as one
 * @param weights how much each of its words tells; not to be changed
 * @param grams its letters in threes
 */
@SuppressWarnings("ArrayRecordComponent") // Never compared, only read.
public record WeighedName(PlainName name, String joined, double[] weights, Set<String> grams) {

  double weight() {
    return Arrays.stream(weights).sum();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof WeighedName weighed && name.equals(weighed.name);
  }

  @Override
  public int hashCode() {
    return name.hashCode();
  }

  @Override
  public String toString() {
    return name.toString();
  }
}
