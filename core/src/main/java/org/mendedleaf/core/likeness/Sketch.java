package org.mendedleaf.core.likeness;

import java.util.Arrays;

/**
 * A small sample of a set of hashes: its lowest ones. Two sketches sample the same part of the hash
 * space, so what they share tells what the sets share, and of a small set it is all (Broder, On the
 * resemblance and containment of documents, 1997; Cohen and Kaplan, Summarizing data using bottom-k
 * sketches, 2007).
 *
 * @param hashes ascending, none negative, none twice; not to be changed
 * @param whole whether these are all of the set
 */
@SuppressWarnings("ArrayRecordComponent") // Value semantics are given below; a list would box.
public record Sketch(long[] hashes, boolean whole) {

  /** The sketch of nothing. */
  public static final Sketch EMPTY = new Sketch(new long[0], true);

  /** How many hashes a sketch has at most. */
  public static final int SIZE = 512;

  public boolean isEmpty() {
    return hashes.length == 0;
  }

  /**
   * How much two sketches share; each hash counts by its weight.
   *
   * @param ofThis which part of this one is in the other, 0 to 1
   * @param ofOther which part of the other is in this one, 0 to 1
   * @param samples how many hashes of this one were looked at
   */
  public record Overlap(double ofThis, double ofOther, int samples) {

    /** The overlap of contents that have nothing in common, or nothing to compare. */
    public static final Overlap NONE = new Overlap(0, 0, 0);

    /** Both parts in one figure: their harmonic mean. */
    public double both() {
      return ofThis + ofOther == 0 ? 0 : 2 * ofThis * ofOther / (ofThis + ofOther);
    }
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Sketch sketch
        && whole == sketch.whole
        && Arrays.equals(hashes, sketch.hashes);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(hashes);
  }

  @Override
  public String toString() {
    return hashes.length + (whole ? " hashes, all" : " hashes, a sample");
  }

  /** Collects hashes in any order, each as often as it comes. For one thread. */
  public static final class Builder {
    private final long[] kept = new long[SIZE * 8];
    private int count;
    private boolean whole = true;
    private long limit = Long.MAX_VALUE;

    /** Takes any 64 bits; they should be mixed well. */
    public void add(long hash) {
      long positive = hash >>> 1;
      if (positive <= limit) {
        if (count == kept.length) {
          shrink();
        }
        kept[count++] = positive;
      }
    }

    public Sketch build() {
      shrink();
      return new Sketch(Arrays.copyOf(kept, count), whole);
    }

    private void shrink() {
      Arrays.sort(kept, 0, count);
      int distinct = 0;
      for (int i = 0; i < count && distinct < SIZE; i++) {
        if (i == 0 || kept[i] != kept[i - 1]) {
          kept[distinct++] = kept[i];
        }
      }
      if (distinct == SIZE && kept[count - 1] > kept[SIZE - 1]) {
        whole = false;
        limit = kept[SIZE - 1];
      }
      count = distinct;
    }
  }
}
