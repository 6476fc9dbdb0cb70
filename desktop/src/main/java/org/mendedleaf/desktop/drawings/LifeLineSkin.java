package org.mendedleaf.desktop.drawings;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.css.PseudoClass;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Path;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.QuadCurve;
import javafx.scene.shape.Rectangle;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Draws a {@link LifeLine}. All colours and strokes come from CSS. */
final class LifeLineSkin extends DrawingSkin<LifeLine> {

  private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");
  private static final PseudoClass NOTICE = PseudoClass.getPseudoClass("notice");
  private static final PseudoClass TORN = PseudoClass.getPseudoClass("torn");
  private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
  private static final PseudoClass GREW = PseudoClass.getPseudoClass("changed");
  private static final double SPAN = 4;
  private static final double MARGIN = 34;
  static final double TILT = 72;
  static final double NOTABLE = 1.0 / 3;
  private static final double MAX_ZOOM = 40;
  private static final double LOOSE = 16;
  private static final double LOOSE_LENGTH = 26;

  private final Rectangle clip = new Rectangle();
  private final List<Node> leaves = new ArrayList<>();
  private double zoom = 1;
  private double offset;

  LifeLineSkin(LifeLine control) {
    super(control, 600, 190, 0);
    drawing().setClip(clip);
    redrawOn(
        control.getLeaves(),
        control.getStops(),
        control.getCopies(),
        control.chosenProperty(),
        control.againstProperty(),
        control.removedProperty(),
        control.nowProperty(),
        control.zoneProperty());
    hear(KeyEvent.KEY_PRESSED, this::onKey);
    hear(ScrollEvent.SCROLL, this::onWheel);
  }

  @Override
  void draw(double width, double height) {
    clip.setWidth(width);
    clip.setHeight(height);
    LifeLine line = getSkinnable();
    double wide = width * zoom;
    offset = Math.max(0, Math.min(offset, wide - width));
    double stem = height * 0.47;
    LifeLineLayout.LeafPlaces places =
        LifeLineLayout.place(
            line.getLeaves(),
            new HashSet<>(List.of(line.chosenProperty().get(), line.againstProperty().get())),
            MARGIN - offset,
            wide - MARGIN - offset - 20);
    LeafStanding standing = new LeafStanding(line, places);
    LifeLineLabels labels = new LifeLineLabels(this, standing, stem);
    leaves.clear();
    drawStem(places, stem, width);
    drawSpans(standing, stem);
    drawArcs(places, stem);
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      if (placed.x() > -80 && placed.x() < width + 80) {
        drawLeaf(placed, stem, standing, labels);
      }
    }
    labels.pennants();
    drawStops(places, height);
    drawCopies(places, stem);
    // What is added during layout would wait for the next pulse to get its looks.
    drawing().applyCss();
    labels.numbers(leaves);
    labels.days(height);
  }

  private void drawStem(LifeLineLayout.LeafPlaces places, double stem, double width) {
    if (places.leaves().isEmpty()) {
      return;
    }
    double from = places.leaves().get(0).x() - 22;
    double to = Math.min(width + 4, places.leaves().get(places.leaves().size() - 1).x() + 34);
    double x = from;
    for (double at : places.breaks()) {
      add(new Line(x, stem, at - 5, stem), "stem");
      add(new Line(at - 6, stem + 6, at - 2, stem - 6), "stem-break");
      add(new Line(at + 2, stem + 6, at + 6, stem - 6), "stem-break");
      x = at + 5;
    }
    add(new Line(x, stem, to, stem), "stem");
    if (getSkinnable().removedProperty().get()) {
      add(new Line(to - 5, stem - 8, to + 5, stem + 8), "stem-cut");
    }
  }

  private void drawArcs(LifeLineLayout.LeafPlaces places, double stem) {
    Map<Integer, LifeLineLayout.PlacedLeaf> byNumber = new HashMap<>();
    places.leaves().forEach(placed -> byNumber.put(placed.leaf().number(), placed));
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      placed
          .leaf()
          .mendedFrom()
          .ifPresent(
              from -> {
                LifeLineLayout.PlacedLeaf source = byNumber.get(from);
                if (source != null) {
                  double top = stem - 108;
                  QuadCurve arc =
                      new QuadCurve(
                          source.x(),
                          stem - 6,
                          (source.x() + placed.x()) / 2,
                          top,
                          placed.x(),
                          stem - 6);
                  add(arc, "arc");
                }
              });
    }
  }

  private void drawLeaf(
      LifeLineLayout.PlacedLeaf placed, double stem, LeafStanding standing, LifeLineLabels labels) {
    LifeLine line = getSkinnable();
    Leaf leaf = placed.leaf();
    boolean isTorn = standing.isTorn(placed);
    Path blade = isTorn ? LeafShape.torn(placed.length()) : LeafShape.blade(placed.length());
    blade.getStyleClass().setAll("leaf");
    Path vein = LeafShape.vein(placed.length());
    vein.getStyleClass().setAll("vein");
    Group group = new Group(blade, vein);
    if (leaf.mendedFrom().isPresent()) {
      Path seam = LeafShape.seam(placed.length());
      seam.getStyleClass().setAll("seam");
      group.getChildren().set(1, seam);
    }
    if (standing.isHeld(placed)) {
      Path stitch = LeafShape.stitch();
      stitch.getStyleClass().setAll("stitch");
      group.getChildren().add(stitch);
    }
    List<LifeLineLayout.PlacedLeaf> all = standing.places().leaves();
    boolean newest = placed.equals(all.get(all.size() - 1));
    boolean isChosen = standing.isChosen(placed);
    blade.pseudoClassStateChanged(CURRENT, newest && !line.removedProperty().get());
    blade.pseudoClassStateChanged(NOTICE, leaf.notice());
    blade.pseudoClassStateChanged(TORN, isTorn);
    blade.pseudoClassStateChanged(CHOSEN, isChosen);
    blade.pseudoClassStateChanged(GREW, Math.abs(placed.change()) > NOTABLE);
    group.getTransforms().add(new javafx.scene.transform.Rotate(placed.up() ? -TILT : TILT, 0, 0));
    group.setLayoutX(placed.x());
    group.setLayoutY(stem);
    group.setId("leaf-" + leaf.number());
    group.setPickOnBounds(true);
    group.setOnMouseClicked(
        event -> {
          Keyboard.to(line);
          if (event.isShiftDown() || event.isShortcutDown()) {
            line.againstProperty().set(leaf.number());
          } else {
            line.chosenProperty().set(leaf.number());
          }
        });
    Tip.on(group, () -> labels.describe(placed));
    leaves.add(group);
    add(group);
    Circle knot = new Circle(placed.x(), stem, isChosen ? 5 : 3);
    knot.getStyleClass().setAll("knot");
    knot.pseudoClassStateChanged(CHOSEN, isChosen);
    add(knot);
  }

  /** Which drafts led to which issue: a line under the stem from the first of them to it. */
  private void drawSpans(LeafStanding standing, double stem) {
    double from = Double.NaN;
    for (LifeLineLayout.PlacedLeaf placed : standing.places().leaves()) {
      from = Double.isNaN(from) ? placed.x() : from;
      if (standing.issue(placed).isPresent()) {
        add(new Line(from, stem + SPAN, placed.x(), stem + SPAN), "issue-span");
        from = Double.NaN;
      }
    }
  }

  /** A diamond under each revision that a snapshot holds; several that hold the same are one. */
  private void drawStops(LifeLineLayout.LeafPlaces places, double height) {
    LifeLine line = getSkinnable();
    int after = Integer.MIN_VALUE;
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      int from = after;
      int to = placed.leaf().number();
      after = to;
      List<LifeLine.SnapshotStop> held =
          line.getStops().stream()
              .filter(stop -> stop.revision() > from && stop.revision() <= to)
              .toList();
      if (!held.isEmpty()) {
        Polygon diamond = new Polygon(0, -5, 5, 0, 0, 5, -5, 0);
        diamond.getStyleClass().setAll("stop");
        diamond.setLayoutX(placed.x());
        diamond.setLayoutY(height - 27);
        Tip.on(diamond, () -> describe(held));
        diamond.setOnMouseClicked(
            event -> line.chosenProperty().set(held.get(held.size() - 1).revision()));
        add(diamond);
      }
    }
  }

  /** A leaf that hangs on no stem for each copy that is no revision. */
  private void drawCopies(LifeLineLayout.LeafPlaces places, double stem) {
    LifeLine line = getSkinnable();
    for (LifeLine.LooseCopy copy : line.getCopies()) {
      double x = LifeLineLayout.at(copy.saved(), places);
      add(new Line(x, LOOSE + 6, x, stem - 4), "loose-thread");
      Path blade = LeafShape.blade(LOOSE_LENGTH);
      blade.getStyleClass().setAll("loose-copy");
      blade.setLayoutX(x - LOOSE_LENGTH / 2);
      blade.setLayoutY(LOOSE);
      blade.setPickOnBounds(true);
      blade.setId("loose-copy");
      Tip.on(blade, copy.says());
      blade.setOnMouseClicked(event -> line.choose(copy));
      add(blade);
    }
  }

  private String describe(List<LifeLine.SnapshotStop> held) {
    LifeLine line = getSkinnable();
    return held.stream()
        .map(
            stop ->
                Words.of(
                    "life.stop",
                    stop.label(),
                    Shown.moment(
                        stop.taken(), line.nowProperty().get(), line.zoneProperty().get())))
        .collect(Collectors.joining("\n"));
  }

  private void onKey(KeyEvent event) {
    LifeLine line = getSkinnable();
    if (event.getCode() == KeyCode.LEFT || event.getCode() == KeyCode.RIGHT) {
      int step = event.getCode() == KeyCode.LEFT ? -1 : 1;
      if (event.isShiftDown()) {
        line.walkAgainst(step);
      } else {
        line.walk(step);
      }
    } else if (event.getCode() == KeyCode.HOME) {
      line.walk(-line.getLeaves().size());
    } else if (event.getCode() == KeyCode.END) {
      line.walk(line.getLeaves().size());
    } else {
      return;
    }
    event.consume();
  }

  private void onWheel(ScrollEvent event) {
    double width = drawing().getWidth();
    double before = zoom;
    zoom = Math.max(1, Math.min(MAX_ZOOM, zoom * Math.exp(event.getDeltaY() / 300)));
    offset = (offset + event.getX()) * zoom / before - event.getX();
    offset = Math.max(0, Math.min(offset, width * zoom - width)) - event.getDeltaX();
    requestRedraw();
    event.consume();
  }
}
