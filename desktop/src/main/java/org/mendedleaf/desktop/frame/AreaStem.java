package org.mendedleaf.desktop.frame;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Group;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.shape.CubicCurveTo;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import javafx.scene.transform.Rotate;
import org.jspecify.annotations.Nullable;

/**
 * The areas as leaves on a stem, the current one grown large; under an area, its twigs: for Shelves
 * the shelves themselves.
 */
final class AreaStem extends Pane {

  private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");
  private static final PseudoClass OFF = PseudoClass.getPseudoClass("off");
  private static final double AREA = 40;
  private static final double TWIG = 30;
  private static final double APART = 12;
  private static final double STEM = 25;
  private static final double BUD = 22;
  private static final double BUD_AT = 138;
  private static final long MOST = 99;

  /**
   * A leaf or twig.
   *
   * @param twig whether it grows on an area's leaf
   * @param current whether it is where the window is
   * @param off whether nothing grows there for the time being: its leaf is hollow
   */
  record Sprout(String name, boolean twig, boolean current, boolean off, @Nullable Runnable go) {
    Sprout withoutDeed() {
      return new Sprout(name, twig, current, off, null);
    }
  }

  private final Map<String, Long> counts = new HashMap<>();
  private final List<Label> buds = new ArrayList<>();
  private List<Sprout> shown = List.of();

  AreaStem() {
    getStyleClass().add("area-stem");
    setMinWidth(168);
    setPrefWidth(168);
  }

  /** Gives an area a bud with a count; 0 for none. */
  void count(String area, long count) {
    counts.put(area, count);
    buds.stream().filter(bud -> area.equals(bud.getUserData())).forEach(this::fill);
  }

  private void fill(Label bud) {
    long count = counts.getOrDefault((String) bud.getUserData(), 0L);
    bud.setText(count > MOST ? MOST + "+" : String.valueOf(count));
    bud.setVisible(count > 0);
  }

  void show(List<Sprout> sprouts) {
    List<Sprout> looks = sprouts.stream().map(Sprout::withoutDeed).toList();
    if (looks.equals(shown)) {
      return;
    }
    shown = looks;
    buds.clear();
    getChildren().clear();
    double end = 24 + sprouts.stream().mapToDouble(s -> s.twig() ? TWIG : AREA).sum() + 24;
    Path stem =
        new Path(
            new MoveTo(STEM + 1, 2),
            new CubicCurveTo(STEM - 3, end * 0.35, STEM + 4, end * 0.7, STEM - 1, end));
    stem.getStyleClass().add("area-line");
    getChildren().add(stem);
    double y = 24;
    boolean left = false;
    boolean afterTwig = false;
    for (Sprout sprout : sprouts) {
      if (afterTwig && !sprout.twig()) {
        y += APART;
      }
      afterTwig = sprout.twig();
      grow(sprout, STEM, y, left);
      left = !left;
      y += sprout.twig() ? TWIG : AREA;
    }
  }

  private void grow(Sprout sprout, double x, double y, boolean left) {
    Button button = new Button(sprout.name());
    button.getStyleClass().setAll("area", sprout.twig() ? "twig" : "whole");
    button.pseudoClassStateChanged(CURRENT, sprout.current());
    button.setAlignment(Pos.CENTER_LEFT);
    Runnable go = sprout.go();
    button.setOnAction(
        event -> {
          if (go != null) {
            go.run();
          }
        });
    double height = sprout.twig() ? 26 : 30;
    if (sprout.current()) {
      Path grown =
          new Path(
              new MoveTo(x, y),
              new CubicCurveTo(x + 6, y - 14, x + 22, y - height / 2, x + 40, y - height / 2),
              new LineTo(158, y - height / 2),
              new CubicCurveTo(161, y - 4, 163, y - 2, 165, y),
              new CubicCurveTo(163, y + 2, 161, y + 4, 158, y + height / 2),
              new LineTo(x + 40, y + height / 2),
              new CubicCurveTo(x + 22, y + height / 2, x + 6, y + 14, x, y));
      grown.getStyleClass().add("area-grown");
      getChildren().add(grown);
    } else {
      double length = sprout.twig() ? 11 : 16;
      double w = length * 0.36;
      Path leaf =
          new Path(
              new MoveTo(0, 0),
              new CubicCurveTo(length * 0.2, -w, length * 0.7, -w, length, 0),
              new CubicCurveTo(length * 0.7, w, length * 0.2, w, 0, 0));
      leaf.getStyleClass().add("area-leaf");
      leaf.pseudoClassStateChanged(OFF, sprout.off());
      Group group = new Group(leaf);
      group.getTransforms().add(new Rotate(left ? -130 : -50, 0, 0));
      group.setLayoutX(x);
      group.setLayoutY(y + 5);
      getChildren().add(group);
    }
    double inset = sprout.twig() ? 52 : 42;
    button.relocate(inset, y - height / 2);
    button.setPrefSize(164 - inset, height);
    getChildren().add(button);
    if (!sprout.twig()) {
      Label bud = new Label();
      bud.setUserData(sprout.name());
      bud.getStyleClass().add("bud");
      bud.pseudoClassStateChanged(CURRENT, sprout.current());
      bud.setMouseTransparent(true);
      bud.setAlignment(Pos.CENTER);
      bud.setPrefSize(BUD, BUD - 2);
      bud.relocate(BUD_AT, y - BUD / 2 + 1);
      buds.add(bud);
      fill(bud);
      getChildren().add(bud);
    }
  }
}
