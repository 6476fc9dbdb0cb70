package org.mendedleaf.desktop.sides;

import java.io.ByteArrayInputStream;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.Image;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.desktop.inside.Fitted;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Nodes;

/** Two pictures: beside each other, over each other with a sliding edge, or only what differs. */
final class PicturesView {

  private final Difference.Pictures pictures;
  private final String earlier;
  private final String later;
  private final BorderPane root = new BorderPane();

  PicturesView(Difference.Pictures pictures, String earlier, String later) {
    this.pictures = pictures;
    this.earlier = earlier;
    this.later = later;
    Map<String, Supplier<Node>> ways = new LinkedHashMap<>();
    ways.put("sides.beside", this::beside);
    ways.put("sides.edge", this::edge);
    ways.put("sides.difference", this::difference);
    ToggleGroup group = new ToggleGroup();
    HBox tabs = new HBox(4);
    ways.forEach(
        (key, way) -> {
          ToggleButton tab = new ToggleButton(Words.of(key));
          tab.setId(key.replace('.', '-'));
          tab.getStyleClass().setAll("word-tab");
          tab.setToggleGroup(group);
          tab.setOnAction(
              event -> {
                tab.setSelected(true);
                root.setCenter(way.get());
              });
          tabs.getChildren().add(tab);
        });
    group.getToggles().get(0).setSelected(true);
    root.setTop(tabs);
    root.setCenter(beside());
  }

  Node node() {
    return root;
  }

  private Node beside() {
    HBox both = new HBox(6, titled(pictures.earlier(), "− " + earlier, "was"));
    both.getChildren().add(titled(pictures.later(), "+ " + later, "is"));
    return both;
  }

  private static Node titled(byte[] png, String title, String style) {
    StackPane picture = Fitted.png(png);
    VBox box = new VBox(2, Nodes.label(title, "caption", style), picture);
    box.setAlignment(Pos.TOP_CENTER);
    box.getStyleClass().add("picture-side");
    VBox.setVgrow(picture, Priority.ALWAYS);
    HBox.setHgrow(box, Priority.ALWAYS);
    box.setPrefWidth(100);
    return box;
  }

  private Node edge() {
    SlidingEdge edge =
        new SlidingEdge(
            new Image(new ByteArrayInputStream(pictures.earlier())),
            new Image(new ByteArrayInputStream(pictures.later())));
    VBox box =
        new VBox(
            2,
            Nodes.label(
                Words.of("sides.edge.how", earlier, later), "soft", "caption", "padded-line"),
            edge);
    VBox.setVgrow(edge, Priority.ALWAYS);
    return box;
  }

  private Node difference() {
    var area = pictures.area();
    String told =
        area.width() == 0
            ? Words.of("sides.area.none")
            : Words.of(
                "sides.area",
                percent(area.x(), pictures.width()),
                percent(area.y(), pictures.height()),
                percent(area.width(), pictures.width()),
                percent(area.height(), pictures.height()));
    StackPane picture = Fitted.png(pictures.difference());
    VBox box = new VBox(2, Nodes.text(told, "soft", "caption", "padded-line"), picture);
    VBox.setVgrow(picture, Priority.ALWAYS);
    return box;
  }

  private static long percent(int part, int all) {
    return Math.round(100.0 * part / all);
  }
}
