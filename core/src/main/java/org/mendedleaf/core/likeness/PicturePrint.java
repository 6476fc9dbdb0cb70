package org.mendedleaf.core.likeness;

import java.util.Arrays;

/**
 * A picture seen from afar: its brightness on a coarse grid. What stays the same when it is scaled,
 * saved in another format or touched up here and there.
 *
 * @param brightness of {@link #EDGE} rows of as many fields, each 0 to 255; not to be changed
 * @param shape width by height
 */
@SuppressWarnings("ArrayRecordComponent") // Value semantics are given below.
public record PicturePrint(byte[] brightness, double shape) {

  /** What is no picture. */
  public static final PicturePrint NONE = new PicturePrint(new byte[0], 1);

  /** Fields along each edge. */
  public static final int EDGE = 24;

  /** Correlation below which two pictures have nothing in common. */
  private static final double CHANCE = 0.5;

  private static final double OTHER_SHAPE = 0.03;
  private static final double FLAT = 1e-6;

  /**
   * 0 for nothing in common, 1 for the same. Pictures of another shape are other pictures; two that
   * are all of one brightness tell nothing.
   */
  public double likeness(PicturePrint other) {
    if (brightness.length == 0 || other.brightness.length == 0) {
      return 0;
    }
    double ratio = shape / other.shape;
    if (Math.abs(Math.log(ratio)) > OTHER_SHAPE) {
      return 0;
    }
    double correlation = correlation(other);
    return Math.max(0, (correlation - CHANCE) / (1 - CHANCE));
  }

  private double correlation(PicturePrint other) {
    double mine = mean(brightness);
    double theirs = mean(other.brightness);
    double both = 0;
    double own = 0;
    double foreign = 0;
    for (int i = 0; i < brightness.length; i++) {
      double a = (brightness[i] & 0xff) - mine;
      double b = (other.brightness[i] & 0xff) - theirs;
      both += a * b;
      own += a * a;
      foreign += b * b;
    }
    return own < FLAT || foreign < FLAT ? 0 : both / Math.sqrt(own * foreign);
  }

  private static double mean(byte[] values) {
    long sum = 0;
    for (byte value : values) {
      sum += value & 0xff;
    }
    return (double) sum / values.length;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof PicturePrint print
        && shape == print.shape
        && Arrays.equals(brightness, print.brightness);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(brightness);
  }

  @Override
  public String toString() {
    return "picture of shape " + shape;
  }
}
