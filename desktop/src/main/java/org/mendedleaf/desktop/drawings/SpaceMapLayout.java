package org.mendedleaf.desktop.drawings;

import java.util.ArrayList;
import java.util.List;

/**
 * Divides a rectangle among numbers so that the parts are as near to squares as possible. Pure.
 *
 * <p>Source: M. Bruls, K. Huizing, J. J. van Wijk, "Squarified Treemaps", Data Visualization 2000.
 */
final class SpaceMapLayout {

  /** A part of the rectangle. */
  record MapPart(double x, double y, double width, double height) {}

  private double x;
  private double y;
  private double width;
  private double height;
  private final List<MapPart> parts = new ArrayList<>();

  private SpaceMapLayout(double width, double height) {
    this.width = width;
    this.height = height;
  }

  /**
   * @param sizes positive, the largest first
   * @return a part for each, in their order
   */
  static List<MapPart> divide(List<Double> sizes, double width, double height) {
    SpaceMapLayout layout = new SpaceMapLayout(width, height);
    double sum = sizes.stream().mapToDouble(size -> size).sum();
    if (sum <= 0 || width <= 0 || height <= 0) {
      return List.of();
    }
    double scale = width * height / sum;
    layout.fill(sizes.stream().map(size -> size * scale).toList());
    return layout.parts;
  }

  private void fill(List<Double> areas) {
    int from = 0;
    while (from < areas.size()) {
      int to = from + 1;
      while (to < areas.size()
          && worst(areas.subList(from, to + 1)) <= worst(areas.subList(from, to))) {
        to++;
      }
      row(areas.subList(from, to));
      from = to;
    }
  }

  /** The longest side against the shortest among areas that lie in one row. */
  private double worst(List<Double> row) {
    double side = Math.min(width, height);
    double sum = row.stream().mapToDouble(area -> area).sum();
    double thick = sum / side;
    double worst = 1;
    for (double area : List.of(row.get(0), row.get(row.size() - 1))) {
      double length = area / thick;
      worst = Math.max(worst, Math.max(length / thick, thick / length));
    }
    return worst;
  }

  private void row(List<Double> row) {
    double sum = row.stream().mapToDouble(area -> area).sum();
    boolean upright = width >= height;
    double thick = sum / (upright ? height : width);
    double at = 0;
    for (double area : row) {
      double length = area / thick;
      parts.add(
          upright ? new MapPart(x, y + at, thick, length) : new MapPart(x + at, y, length, thick));
      at += length;
    }
    if (upright) {
      x += thick;
      width -= thick;
    } else {
      y += thick;
      height -= thick;
    }
  }
}
