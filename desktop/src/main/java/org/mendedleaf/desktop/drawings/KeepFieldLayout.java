package org.mendedleaf.desktop.drawings;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Places the leaves of a row; leaves that would overlap are bundled. Pure. */
final class KeepFieldLayout {

  /** Leaves closer than this are one. */
  static final double APART = 5.5;

  private final KeepScale scale;
  private final double left;
  private final double width;

  KeepFieldLayout(KeepScale scale, double left, double width) {
    this.scale = scale;
    this.left = left;
    this.width = width;
  }

  /**
   * A leaf, or several.
   *
   * @param staying how many of them stay
   * @param going how many go
   */
  record PlacedFieldLeaf(double x, int staying, int going, boolean current, boolean issued) {}

  /** The leaves from left to right. */
  List<PlacedFieldLeaf> place(List<KeepField.FieldLeaf> leaves) {
    Map<Long, PlacedFieldLeaf> bins = new TreeMap<>();
    for (KeepField.FieldLeaf leaf : leaves) {
      double x = x(scale.place(leaf.at()));
      long bin = Math.round(x / APART);
      PlacedFieldLeaf one =
          new PlacedFieldLeaf(
              x, leaf.stays() ? 1 : 0, leaf.stays() ? 0 : 1, leaf.current(), leaf.issued());
      bins.merge(bin, one, KeepFieldLayout::together);
    }
    return new ArrayList<>(bins.values());
  }

  private static PlacedFieldLeaf together(PlacedFieldLeaf a, PlacedFieldLeaf b) {
    return new PlacedFieldLeaf(
        a.x(),
        a.staying() + b.staying(),
        a.going() + b.going(),
        a.current() || b.current(),
        a.issued() || b.issued());
  }

  double x(double place) {
    return left + width * place;
  }
}
