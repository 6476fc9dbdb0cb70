package org.mendedleaf.desktop.drawings;

import javafx.scene.shape.CubicCurveTo;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;

/** A leaf as a path from its base at 0, 0 along the x axis. */
final class LeafShape {

  private static final double FULLNESS = 0.30;

  private LeafShape() {}

  static Path blade(double length) {
    return blade(length, length * FULLNESS);
  }

  /**
   * @param w how far the curve is pulled to each side; about 0.8 of it is reached
   */
  static Path blade(double length, double w) {
    return new Path(
        new MoveTo(0, 0),
        new CubicCurveTo(length * 0.12, -w, length * 0.62, -w * 1.15, length, 0),
        new CubicCurveTo(length * 0.62, w * 1.15, length * 0.12, w, 0, 0));
  }

  /** A leaf of which the tip is torn off. */
  static Path torn(double length) {
    double w = length * FULLNESS;
    return new Path(
        new MoveTo(0, 0),
        new CubicCurveTo(length * 0.12, -w, length * 0.5, -w * 1.05, length * 0.72, -w * 0.58),
        new LineTo(length * 0.6, -w * 0.3),
        new LineTo(length * 0.8, -w * 0.08),
        new LineTo(length * 0.58, w * 0.16),
        new LineTo(length * 0.74, w * 0.54),
        new CubicCurveTo(length * 0.5, w * 1.05, length * 0.12, w, 0, 0));
  }

  static Path vein(double length) {
    return new Path(new MoveTo(length * 0.08, 0), new LineTo(length * 0.8, 0));
  }

  /** What ties a held leaf to the stem: two stitches across its foot. */
  static Path stitch() {
    Path stitch = new Path();
    for (double x : new double[] {7, 12}) {
      stitch.getElements().add(new MoveTo(x - 2, -6));
      stitch.getElements().add(new LineTo(x + 2, 6));
    }
    return stitch;
  }

  /** The seam of a mended leaf: stitches across the vein. */
  static Path seam(double length) {
    Path seam = new Path(new MoveTo(length * 0.15, 0));
    double step = length * 0.14;
    for (int i = 0; i < 5; i++) {
      double x = length * 0.15 + step * (i + 1);
      seam.getElements().add(new LineTo(x - step / 2, i % 2 == 0 ? -length * 0.07 : length * 0.07));
      seam.getElements().add(new LineTo(x, 0));
    }
    return seam;
  }
}
