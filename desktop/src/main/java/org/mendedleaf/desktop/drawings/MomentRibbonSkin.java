package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.util.Objects;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.geometry.VPos;
import javafx.scene.Group;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.shape.Line;
import javafx.scene.shape.Path;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;
import javafx.scene.text.Text;
import javafx.scene.transform.Rotate;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Draws a {@link MomentRibbon}. All colours and strokes come from CSS. */
final class MomentRibbonSkin extends DrawingSkin<MomentRibbon> {

  private static final PseudoClass LATER = PseudoClass.getPseudoClass("later");
  private static final double MARGIN = 8;
  private static final double DATE_ROOM = 104;
  private static final double UNDER = 34;
  private static final double DIAMOND = 4.5;
  private static final double CROSS = 3;

  private @Nullable MomentRibbonLayout layout;

  MomentRibbonSkin(MomentRibbon control) {
    super(control, 600, 88, 0);
    redrawOn(
        control.getChanges(),
        control.getStops(),
        control.getTears(),
        control.pointerProperty(),
        control.atNowProperty(),
        control.nowProperty(),
        control.zoneProperty());
    hear(KeyEvent.KEY_PRESSED, this::onKey);
    hear(MouseEvent.MOUSE_CLICKED, this::onClick);
  }

  @Override
  void draw(double width, double height) {
    MomentRibbon ribbon = getSkinnable();
    layout =
        new MomentRibbonLayout(
            ribbon.getChanges(),
            ribbon.nowProperty().get(),
            ribbon.zoneProperty().get(),
            MARGIN,
            width - MARGIN);
    double ground = height - UNDER;
    Line line = new Line(MARGIN, ground, width - MARGIN, ground);
    add(line, "ground");
    for (MomentRibbonLayout.PlacedBar placed : layout().place(ribbon.getChanges())) {
      drawSpan(placed, ground);
    }
    ribbon.getTears().forEach(tear -> drawTear(tear, ground));
    ribbon.getStops().forEach(stop -> drawStop(stop, ground));
    drawPointer(ground);
    drawDates(height);
  }

  /** How it was laid out last; nothing is drawn or clicked before that. */
  private MomentRibbonLayout layout() {
    return Objects.requireNonNull(layout);
  }

  private void drawSpan(MomentRibbonLayout.PlacedBar placed, double ground) {
    MomentRibbon ribbon = getSkinnable();
    Instant pointer = ribbon.pointerProperty().get();
    boolean later = !ribbon.atNowProperty().get() && pointer != null && isLater(placed, pointer);
    Group group = new Group();
    if (placed.length() > 0) {
      Path leaf = LeafShape.blade(placed.length(), layout().width());
      leaf.getStyleClass().setAll("leaf");
      leaf.pseudoClassStateChanged(LATER, later);
      leaf.getTransforms().add(new Rotate(-90, 0, 0));
      group.getChildren().add(leaf);
    }
    if (placed.removed() > 0) {
      for (int side : new int[] {-1, 1}) {
        Line stroke = new Line(-CROSS * side, 6 - CROSS + 3, CROSS * side, 6 + CROSS + 3);
        stroke.getStyleClass().setAll("removal");
        group.getChildren().add(stroke);
      }
    }
    group.setLayoutX(placed.x());
    group.setLayoutY(ground);
    Tip.on(group, () -> describe(placed));
    add(group);
  }

  private boolean isLater(MomentRibbonLayout.PlacedBar placed, Instant pointer) {
    return placed.x() > layout().x(pointer);
  }

  private String describe(MomentRibbonLayout.PlacedBar placed) {
    MomentRibbon ribbon = getSkinnable();
    String day = Shown.day(placed.end(), ribbon.nowProperty().get(), ribbon.zoneProperty().get());
    String saved = Words.count("ribbon.saved", placed.saved());
    return placed.removed() == 0
        ? day + ": " + saved
        : day + ": " + saved + ", " + Words.count("ribbon.removed", placed.removed());
  }

  private void drawStop(MomentRibbon.RibbonStop stop, double ground) {
    MomentRibbon ribbon = getSkinnable();
    Polygon diamond = new Polygon(0, -DIAMOND, DIAMOND, 0, 0, DIAMOND, -DIAMOND, 0);
    diamond.getStyleClass().setAll("stop");
    diamond.setId("stop-" + stop.id());
    diamond.setLayoutX(layout().x(stop.at()));
    diamond.setLayoutY(ground + 9);
    Tip.on(
        diamond,
        () ->
            Words.of(
                "ribbon.stop",
                stop.label(),
                Shown.moment(stop.at(), ribbon.nowProperty().get(), ribbon.zoneProperty().get())));
    diamond.setOnMouseClicked(
        event -> {
          ribbon.choose(new MomentRibbon.Choice.OfStop(stop));
          event.consume();
        });
    add(diamond);
  }

  /** The ground is torn where damage came; a click leads to just before it. */
  private void drawTear(MomentRibbon.RibbonTear tear, double ground) {
    MomentRibbon ribbon = getSkinnable();
    double x = layout().x(tear.from());
    double until = Math.max(x, layout().x(tear.until()));
    Polyline zigzag =
        new Polyline(0, ground - 13, 5, ground - 8, 0, ground - 3, 5, ground + 2, 0, ground + 7);
    zigzag.getStyleClass().setAll("tear");
    Group group = new Group(zigzag);
    if (until > x) {
      Line along = new Line(0, ground, until - x, ground);
      along.getStyleClass().setAll("tear");
      group.getChildren().add(along);
    }
    group.setLayoutX(x);
    group.setPickOnBounds(true);
    Tip.on(group, tear.says());
    group.setOnMouseClicked(
        event -> {
          ribbon.choose(new MomentRibbon.Choice.At(tear.from().minusNanos(1)));
          event.consume();
        });
    add(group);
  }

  private void drawPointer(double ground) {
    MomentRibbon ribbon = getSkinnable();
    Instant at = ribbon.pointerProperty().get();
    if (at == null) {
      return;
    }
    double x = ribbon.atNowProperty().get() ? drawing().getWidth() - MARGIN : layout().x(at);
    Line line = new Line(x, 4, x, ground + 4);
    add(line, "pointer");
    add(new Polygon(x - 6, 0, x + 6, 0, x, 8), "pointer-head");
  }

  private void drawDates(double height) {
    MomentRibbon ribbon = getSkinnable();
    double last = -DATE_ROOM;
    for (int i = 0; i < layout().spans(); i++) {
      double x = layout().middle(i);
      if (x - last < DATE_ROOM) {
        continue;
      }
      Instant day = layout().day(i).atTime(12, 0).atZone(ribbon.zoneProperty().get()).toInstant();
      Text text = new Text(Shown.day(day, ribbon.nowProperty().get(), ribbon.zoneProperty().get()));
      add(text, "date-label", VPos.BASELINE);
      Bounds bounds = text.getLayoutBounds();
      double at = Math.max(MARGIN, x - bounds.getWidth() / 2);
      if (at + bounds.getWidth() > drawing().getWidth()) {
        drawing().getChildren().remove(text);
        continue;
      }
      text.relocate(at, height - 17);
      last = at + bounds.getWidth() / 2;
    }
  }

  private void onKey(KeyEvent event) {
    int direction =
        switch (event.getCode()) {
          case LEFT -> -1;
          case RIGHT -> 1;
          default -> 0;
        };
    if (direction != 0) {
      getSkinnable().choose(new MomentRibbon.Choice.Step(direction));
      event.consume();
    }
  }

  private void onClick(MouseEvent event) {
    MomentRibbon ribbon = getSkinnable();
    Keyboard.to(ribbon);
    ribbon.choose(new MomentRibbon.Choice.At(layout().at(event.getX())));
  }
}
