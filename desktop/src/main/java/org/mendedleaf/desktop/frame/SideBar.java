package org.mendedleaf.desktop.frame;

import javafx.geometry.Pos;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.drawings.LeafMark;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;

/** The left side of the window: whose it is, the areas, and what can be done everywhere. */
final class SideBar extends BorderPane {

  /**
   * @param list shows all that can be done
   * @param lights turns the night theme on and off
   */
  SideBar(AreaStem areas, Runnable list, Runnable lights) {
    Label name = new Label(Words.of("product"));
    name.getStyleClass().add("product");
    HBox head = new HBox(8, new LeafMark(28), name);
    head.setAlignment(Pos.CENTER_LEFT);
    head.getStyleClass().add("side-head");
    Hyperlink all = new Hyperlink(Words.of("actions.link"));
    all.setOnAction(event -> list.run());
    Tip.on(all, "Ctrl+K");
    Hyperlink night = new Hyperlink(Words.of("looks.night"));
    night.setOnAction(event -> lights.run());
    VBox foot = new VBox(2, all, night);
    foot.getStyleClass().add("side-foot");
    setTop(head);
    setCenter(areas);
    setBottom(foot);
    getStyleClass().add("side");
  }
}
