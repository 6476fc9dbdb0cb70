package org.mendedleaf.core.likeness;

/** Spreads bits, so that hashes close to each other end up far apart. */
final class Mix {

  private Mix() {}

  /** The finaliser of SplitMix64 (Steele, Lea and Flood, 2014). */
  static long spread(long bits) {
    long z = (bits ^ (bits >>> 30)) * 0xbf58476d1ce4e5b9L;
    z = (z ^ (z >>> 27)) * 0x94d049bb133111ebL;
    return z ^ (z >>> 31);
  }
}
