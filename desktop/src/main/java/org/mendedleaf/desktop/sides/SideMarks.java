package org.mendedleaf.desktop.sides;

import javafx.css.PseudoClass;
import javafx.scene.Node;
import org.mendedleaf.core.compare.Comparison.ComparisonMark;

/** The signs and looks of what differs; the same for every kind. */
final class SideMarks {

  private static final PseudoClass EARLIER = PseudoClass.getPseudoClass("only-earlier");
  private static final PseudoClass LATER = PseudoClass.getPseudoClass("only-later");

  private SideMarks() {}

  static String sign(ComparisonMark mark) {
    return switch (mark) {
      case REMOVED -> "−";
      case ADDED -> "+";
      case CHANGED -> "±";
      case MOVED -> "↕";
      case SAME, SKIPPED, SECTION -> "";
    };
  }

  static void show(Node node, boolean onlyEarlier, boolean onlyLater) {
    node.pseudoClassStateChanged(EARLIER, onlyEarlier);
    node.pseudoClassStateChanged(LATER, onlyLater);
  }
}
