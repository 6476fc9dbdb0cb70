package org.mendedleaf.desktop.sides;

import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.store.SharedBytes;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The bytes that two states share, where nothing finer can be told. */
final class BytesView {

  private static final double BAR = 320;

  private BytesView() {}

  static Node of(Comparison comparison, String earlier, String later) {
    VBox box = new VBox(8);
    box.setId("sides-bytes");
    box.getChildren().add(Nodes.text(((Difference.Bytes) comparison.difference()).because()));
    SharedBytes bytes = comparison.bytes();
    if (bytes.isKnown()) {
      long longest = Math.max(1, Math.max(bytes.earlier(), bytes.later()));
      box.getChildren().add(bar("− " + earlier, "was", bytes.earlier(), bytes, longest));
      box.getChildren().add(bar("+ " + later, "is", bytes.later(), bytes, longest));
      box.getChildren()
          .add(
              Nodes.text(
                  Words.of(
                      "sides.bytes",
                      Shown.exact(bytes.sameHead()),
                      Shown.exact(bytes.sameTail()),
                      Shown.exact(bytes.shared()),
                      Shown.exact(bytes.later())),
                  "soft"));
    }
    return box;
  }

  /** The same beginning and end pale, what is between them in the colour of its side. */
  private static Node bar(String name, String style, long size, SharedBytes bytes, long longest) {
    double head = BAR * bytes.sameHead() / longest;
    double tail = BAR * bytes.sameTail() / longest;
    double between = Math.max(size > 0 ? 2 : 0, BAR * size / longest - head - tail);
    HBox bar = new HBox(part(head, "alike"), part(between, style), part(tail, "alike"));
    return new VBox(2, Nodes.label(name + ", " + Shown.exact(size), "caption"), bar);
  }

  private static Region part(double width, String style) {
    Region part = new Region();
    part.setMinWidth(width);
    part.setMaxWidth(width);
    part.setMinHeight(14);
    part.getStyleClass().addAll("byte-bar", style);
    return part;
  }
}
