package org.mendedleaf.desktop.drawings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.InvalidationListener;
import javafx.css.PseudoClass;
import javafx.event.EventHandler;
import javafx.geometry.Bounds;
import javafx.geometry.VPos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.SkinBase;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Path;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.QuadCurve;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Text;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Draws a {@link LifeLine}. All colours and strokes come from CSS. */
final class LifeLineSkin extends SkinBase<LifeLine> {

  private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");
  private static final PseudoClass NOTICE = PseudoClass.getPseudoClass("notice");
  private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
  private static final PseudoClass GREW = PseudoClass.getPseudoClass("changed");
  private static final double SPAN = 4;
  private static final double ASIDE = 14;
  private static final double POLE = 46;
  private static final double FLAG = 16;
  private static final double MARGIN = 34;
  private static final double DATES_APART = 10;
  private static final double DATE_ROOM = 92;
  private static final double TILT = 72;
  private static final double NOTABLE = 1.0 / 3;
  private static final double MAX_ZOOM = 40;

  private final Pane drawing = new Pane();
  private final Rectangle clip = new Rectangle();
  private final Map<Integer, Node> leaves = new HashMap<>();
  private final InvalidationListener redraw = change -> requestRedraw();
  private final EventHandler<KeyEvent> keys = this::onKey;
  private final EventHandler<ScrollEvent> wheel = this::onWheel;
  private double zoom = 1;
  private double offset;

  LifeLineSkin(LifeLine control) {
    super(control);
    drawing.getStyleClass().add("drawing");
    drawing.setClip(clip);
    getChildren().add(drawing);
    control.getLeaves().addListener(redraw);
    control.getStops().addListener(redraw);
    control.chosenProperty().addListener(redraw);
    control.againstProperty().addListener(redraw);
    control.removedProperty().addListener(redraw);
    control.nowProperty().addListener(redraw);
    control.zoneProperty().addListener(redraw);
    control.addEventHandler(KeyEvent.KEY_PRESSED, keys);
    control.addEventHandler(ScrollEvent.SCROLL, wheel);
  }

  private void requestRedraw() {
    getSkinnable().requestLayout();
  }

  @Override
  protected void layoutChildren(double x, double y, double width, double height) {
    drawing.resizeRelocate(x, y, width, height);
    clip.setWidth(width);
    clip.setHeight(height);
    draw(width, height);
  }

  private void draw(double width, double height) {
    drawing.getChildren().clear();
    leaves.clear();
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
    drawStem(places, stem, width);
    drawSpans(places, stem);
    drawArcs(places, stem);
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      if (placed.x() > -80 && placed.x() < width + 80) {
        drawLeaf(placed, stem, places);
      }
    }
    drawPennants(places, stem);
    drawStops(places, height);
    // What is added during layout would wait for the next pulse to get its looks.
    drawing.applyCss();
    drawLabels(places, stem, height);
  }

  private void drawStem(LifeLineLayout.LeafPlaces places, double stem, double width) {
    if (places.leaves().isEmpty()) {
      return;
    }
    double from = places.leaves().get(0).x() - 22;
    double to = Math.min(width + 4, places.leaves().get(places.leaves().size() - 1).x() + 34);
    double x = from;
    for (double at : places.breaks()) {
      add(styled(new Line(x, stem, at - 5, stem), "stem"));
      add(styled(new Line(at - 6, stem + 6, at - 2, stem - 6), "stem-break"));
      add(styled(new Line(at + 2, stem + 6, at + 6, stem - 6), "stem-break"));
      x = at + 5;
    }
    add(styled(new Line(x, stem, to, stem), "stem"));
    if (getSkinnable().removedProperty().get()) {
      add(styled(new Line(to - 5, stem - 8, to + 5, stem + 8), "stem-cut"));
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
                  add(styled(arc, "arc"));
                }
              });
    }
  }

  private void drawLeaf(
      LifeLineLayout.PlacedLeaf placed, double stem, LifeLineLayout.LeafPlaces places) {
    LifeLine line = getSkinnable();
    Leaf leaf = placed.leaf();
    Path blade = LeafShape.blade(placed.length());
    blade.getStyleClass().setAll("leaf");
    Path vein = LeafShape.vein(placed.length());
    vein.getStyleClass().setAll("vein");
    Group group = new Group(blade, vein);
    if (leaf.mendedFrom().isPresent()) {
      Path seam = LeafShape.seam(placed.length());
      seam.getStyleClass().setAll("seam");
      group.getChildren().set(1, seam);
    }
    if (isHeld(placed, places)) {
      Path stitch = LeafShape.stitch();
      stitch.getStyleClass().setAll("stitch");
      group.getChildren().add(stitch);
    }
    boolean newest = placed.equals(places.leaves().get(places.leaves().size() - 1));
    boolean isChosen = isChosen(placed, places);
    blade.pseudoClassStateChanged(CURRENT, newest && !line.removedProperty().get());
    blade.pseudoClassStateChanged(NOTICE, leaf.notice());
    blade.pseudoClassStateChanged(CHOSEN, isChosen);
    blade.pseudoClassStateChanged(GREW, Math.abs(placed.change()) > NOTABLE);
    group.getTransforms().add(new javafx.scene.transform.Rotate(placed.up() ? -TILT : TILT, 0, 0));
    group.setLayoutX(placed.x());
    group.setLayoutY(stem);
    group.setId("leaf-" + leaf.number());
    group.setPickOnBounds(true);
    group.setOnMouseClicked(
        event -> {
          line.requestFocus();
          if (event.isShiftDown() || event.isShortcutDown()) {
            line.againstProperty().set(leaf.number());
          } else {
            line.chosenProperty().set(leaf.number());
          }
        });
    Tip.on(group, () -> describe(placed));
    leaves.put(leaf.number(), group);
    add(group);
    Circle knot = new Circle(placed.x(), stem, isChosen ? 5 : 3);
    knot.getStyleClass().setAll("knot");
    knot.pseudoClassStateChanged(CHOSEN, isChosen);
    add(knot);
  }

  /** Which drafts led to which issue: a line under the stem from the first of them to it. */
  private void drawSpans(LifeLineLayout.LeafPlaces places, double stem) {
    double from = Double.NaN;
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      from = Double.isNaN(from) ? placed.x() : from;
      if (issue(placed, places).isPresent()) {
        add(styled(new Line(from, stem + SPAN, placed.x(), stem + SPAN), "issue-span"));
        from = Double.NaN;
      }
    }
  }

  /** A pennant with its letter where a revision was given out, on the side away from its leaf. */
  private void drawPennants(LifeLineLayout.LeafPlaces places, double stem) {
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      Optional<Leaf> issued = issue(placed, places);
      if (issued.isPresent()) {
        double end = placed.up() ? stem + POLE : stem - POLE;
        double x = placed.x();
        add(styled(new Line(x, stem, x, end), "pole"));
        double top = placed.up() ? end - FLAG : end;
        double wide = 8 + 9 * issued.get().issue().length();
        add(
            styled(
                new Polygon(
                    x,
                    top,
                    x + wide,
                    top,
                    x + wide - 4,
                    top + FLAG / 2,
                    x + wide,
                    top + FLAG,
                    x,
                    top + FLAG),
                "pennant"));
        Text letter = new Text(issued.get().issue());
        letter.getStyleClass().setAll("pennant-letter");
        put(letter, x + (wide - 3) / 2, top + FLAG / 2);
      }
    }
  }

  /** The newest issued revision at a place. */
  private Optional<Leaf> issue(LifeLineLayout.PlacedLeaf placed, LifeLineLayout.LeafPlaces places) {
    return getSkinnable().getLeaves().stream()
        .filter(leaf -> !leaf.issue().isEmpty() && isAt(placed, places, leaf.number()))
        .reduce((first, last) -> last);
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

  private boolean isHeld(LifeLineLayout.PlacedLeaf placed, LifeLineLayout.LeafPlaces places) {
    return getSkinnable().getLeaves().stream()
        .anyMatch(leaf -> leaf.held() && isAt(placed, places, leaf.number()));
  }

  private boolean isChosen(LifeLineLayout.PlacedLeaf placed, LifeLineLayout.LeafPlaces places) {
    return isAt(placed, places, getSkinnable().chosenProperty().get())
        || isAt(placed, places, getSkinnable().againstProperty().get());
  }

  private static boolean isAt(
      LifeLineLayout.PlacedLeaf placed, LifeLineLayout.LeafPlaces places, int chosen) {
    if (placed.bundled() == 1 || chosen == LifeLine.NONE) {
      return placed.leaf().number() == chosen;
    }
    List<LifeLineLayout.PlacedLeaf> all = places.leaves();
    int at = all.indexOf(placed);
    int after = at == 0 ? Integer.MIN_VALUE : all.get(at - 1).leaf().number();
    return chosen <= placed.leaf().number() && chosen > after;
  }

  /** Numbers stand on the side away from their leaf, where nothing is in the way. */
  private void drawLabels(LifeLineLayout.LeafPlaces places, double stem, double height) {
    List<Bounds> taken = new ArrayList<>();
    leaves.values().forEach(leaf -> taken.add(leaf.getBoundsInParent()));
    List<LifeLineLayout.PlacedLeaf> inOrder = new ArrayList<>(places.leaves());
    inOrder.sort(Comparator.comparing(placed -> isChosen(placed, places) ? 0 : 1));
    for (LifeLineLayout.PlacedLeaf placed : inOrder) {
      boolean chosen = isChosen(placed, places);
      Text label = new Text(label(placed));
      label.getStyleClass().setAll("leaf-label");
      label.pseudoClassStateChanged(CHOSEN, chosen);
      // A pennant's pole stands where the number would.
      double aside = issue(placed, places).isPresent() ? ASIDE : 0;
      put(label, placed.x() - aside, placed.up() ? stem + 15 : stem - 15);
      Bounds bounds = label.getBoundsInParent();
      boolean free = taken.stream().noneMatch(bounds::intersects);
      label.setVisible(free || chosen);
      if (free || chosen) {
        taken.add(bounds);
      }
      drawChange(placed, stem);
      drawSide(placed, places, label);
    }
    double end = Double.NEGATIVE_INFINITY;
    double date = Double.NEGATIVE_INFINITY;
    for (LifeLineLayout.PlacedLeaf placed : places.leaves()) {
      if (placed.x() - date >= DATE_ROOM) {
        Text day =
            new Text(
                Shown.day(
                    placed.leaf().at(),
                    getSkinnable().nowProperty().get(),
                    getSkinnable().zoneProperty().get()));
        day.getStyleClass().setAll("date-label");
        put(day, placed.x(), height - 11);
        Bounds bounds = day.getBoundsInParent();
        // At the left edge a label stands further right than its leaf.
        day.setVisible(bounds.getMinX() - end >= DATES_APART);
        if (day.isVisible()) {
          end = bounds.getMaxX();
          date = placed.x();
        }
      }
    }
  }

  /** Of two chosen leaves the earlier gets a ◁ before its number, the later a ▷ after it. */
  private void drawSide(
      LifeLineLayout.PlacedLeaf placed, LifeLineLayout.LeafPlaces places, Text label) {
    int chosen = getSkinnable().chosenProperty().get();
    int against = getSkinnable().againstProperty().get();
    if (against == LifeLine.NONE || against == chosen) {
      return;
    }
    Bounds bounds = label.getBoundsInParent();
    double y = bounds.getCenterY();
    if (isAt(placed, places, Math.min(chosen, against))) {
      double x = bounds.getMinX() - 4;
      add(styled(new Polygon(x, y - 5, x, y + 5, x - 8, y), "side-mark"));
    }
    if (isAt(placed, places, Math.max(chosen, against))) {
      double x = bounds.getMaxX() + 4;
      add(styled(new Polygon(x, y - 5, x, y + 5, x + 8, y), "side-mark"));
    }
  }

  /** A change of more than a third is printed at the leaf's tip. */
  private void drawChange(LifeLineLayout.PlacedLeaf placed, double stem) {
    if (Math.abs(placed.change()) <= NOTABLE) {
      return;
    }
    Text text = new Text(percent(placed.change()));
    text.getStyleClass().setAll("change-label");
    double reach = placed.length() * Math.sin(Math.toRadians(TILT)) + 12;
    double lean = placed.length() * Math.cos(Math.toRadians(TILT));
    put(text, placed.x() + lean, placed.up() ? stem - reach : stem + reach);
  }

  /** Centres a text at x, moved in where it would be cut off at an edge. */
  private void put(Text text, double x, double y) {
    add(text);
    text.setMouseTransparent(true);
    text.setTextOrigin(VPos.CENTER);
    text.applyCss();
    double width = text.getLayoutBounds().getWidth();
    boolean inView = x > 0 && x < drawing.getWidth();
    double left = x - width / 2;
    text.setX(inView ? Math.max(2, Math.min(left, drawing.getWidth() - width - 2)) : left);
    text.setY(y);
  }

  private String describe(LifeLineLayout.PlacedLeaf placed) {
    Leaf leaf = placed.leaf();
    String when =
        Shown.moment(
            leaf.at(), getSkinnable().nowProperty().get(), getSkinnable().zoneProperty().get());
    String text = Words.of("life.leaf", name(leaf.number()), when, Shown.size(leaf.size()));
    return placed.bundled() == 1 ? text : text + "\n" + Words.of("life.bundle", placed.bundled());
  }

  private static String label(LifeLineLayout.PlacedLeaf placed) {
    return placed.bundled() == 1
        ? placed.leaf().number() == 0
            ? Words.of("revision.first.short")
            : "r" + placed.leaf().number()
        : "×" + placed.bundled();
  }

  private static String name(int number) {
    return number == 0 ? Words.of("revision.first") : "r" + number;
  }

  private static String percent(double change) {
    long percent = Math.round(change * 100);
    if (percent > 999) {
      return "×" + Math.round(change + 1);
    }
    return (percent > 0 ? "+" : "−") + Math.abs(percent) + " %";
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
    double width = drawing.getWidth();
    double before = zoom;
    zoom = Math.max(1, Math.min(MAX_ZOOM, zoom * Math.exp(event.getDeltaY() / 300)));
    offset = (offset + event.getX()) * zoom / before - event.getX();
    offset = Math.max(0, Math.min(offset, width * zoom - width)) - event.getDeltaX();
    requestRedraw();
    event.consume();
  }

  private static <T extends Node> T styled(T node, String styleClass) {
    node.getStyleClass().setAll(styleClass);
    node.setMouseTransparent(true);
    return node;
  }

  private void add(Node node) {
    drawing.getChildren().add(node);
  }

  @Override
  protected double computePrefHeight(
      double width, double top, double right, double bottom, double left) {
    return 190 + top + bottom;
  }

  @Override
  protected double computePrefWidth(
      double height, double top, double right, double bottom, double left) {
    return 600 + left + right;
  }

  @Override
  public void dispose() {
    LifeLine control = getSkinnable();
    if (control == null) {
      return;
    }
    control.removeEventHandler(ScrollEvent.SCROLL, wheel);
    control.removeEventHandler(KeyEvent.KEY_PRESSED, keys);
    control.zoneProperty().removeListener(redraw);
    control.nowProperty().removeListener(redraw);
    control.removedProperty().removeListener(redraw);
    control.againstProperty().removeListener(redraw);
    control.chosenProperty().removeListener(redraw);
    control.getStops().removeListener(redraw);
    control.getLeaves().removeListener(redraw);
    super.dispose();
  }
}
