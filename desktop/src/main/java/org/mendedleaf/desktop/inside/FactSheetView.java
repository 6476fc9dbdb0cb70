package org.mendedleaf.desktop.inside;

import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** The facts about a content that cannot be shown. */
final class FactSheetView {

  private static final int ROW = 8;

  private FactSheetView() {}

  static Node of(Inside.Nothing nothing) {
    VBox box = new VBox(8, Nodes.text(nothing.because()));
    box.setId("inside-nothing");
    box.getStyleClass().add("padded");
    if (!nothing.words().isEmpty()) {
      box.getChildren().add(Nodes.label(Words.of("inside.words"), "strong"));
      box.getChildren().add(Nodes.text(String.join("  ·  ", nothing.words()), "soft"));
    }
    if (nothing.first().length > 0) {
      box.getChildren().add(Nodes.label(Words.of("inside.first"), "strong"));
      Label bytes = Nodes.label(bytes(nothing.first()), "soft", "fixed");
      box.getChildren().add(bytes);
    }
    ScrollPane scroll = new ScrollPane(box);
    scroll.setFitToWidth(true);
    return scroll;
  }

  private static String bytes(byte[] first) {
    StringBuilder text = new StringBuilder();
    HexFormat hex = HexFormat.ofDelimiter(" ");
    for (int at = 0; at < first.length; at += ROW) {
      int end = Math.min(first.length, at + ROW);
      String shown = new String(first, at, end - at, StandardCharsets.ISO_8859_1);
      text.append(
          "%04x   %-24s %s%n"
              .formatted(at, hex.formatHex(first, at, end), shown.replaceAll("[^ -~]", "·")));
    }
    return text.toString();
  }
}
