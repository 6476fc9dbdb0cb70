package org.mendedleaf.core.compare.inside;

/** Percentages that never round a little to nothing, nor almost everything to everything. */
public final class Shares {

  private Shares() {}

  public static String told(long part, long all) {
    if (part >= all) {
      return "all";
    }
    double percent = 100.0 * part / all;
    if (percent < 1) {
      return "less than 1 %";
    }
    return percent > 99 ? "more than 99 %" : Math.round(percent) + " %";
  }
}
