package org.mendedleaf.desktop.inside;

import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** One page of several, with the way to the others. */
final class PageView {

  private final BorderPane root = new BorderPane();

  PageView(Inside.Page page, IntConsumer turn) {
    Button before =
        Nodes.button(
            Words.of("inside.page.before"), "Page Up", () -> turn.accept(page.page() - 1), "quiet");
    Button after =
        Nodes.button(
            Words.of("inside.page.after"),
            "Page Down",
            () -> turn.accept(page.page() + 1),
            "quiet");
    before.setDisable(page.page() == 0);
    after.setDisable(page.page() + 1 >= page.pages());
    HBox row =
        new HBox(
            8,
            before,
            Nodes.label(Words.of("inside.page", page.page() + 1, page.pages()), "soft"),
            after);
    row.setAlignment(Pos.CENTER);
    root.setCenter(Fitted.png(page.png()));
    root.setBottom(page.pages() > 1 ? row : null);
    root.setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.PAGE_UP && !before.isDisabled()) {
            before.fire();
          } else if (event.getCode() == KeyCode.PAGE_DOWN && !after.isDisabled()) {
            after.fire();
          }
        });
  }

  Node node() {
    return root;
  }
}
