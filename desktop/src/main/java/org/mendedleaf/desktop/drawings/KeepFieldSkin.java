package org.mendedleaf.desktop.drawings;

import javafx.css.PseudoClass;
import javafx.geometry.VPos;
import javafx.scene.Group;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Path;
import javafx.scene.text.Text;
import javafx.scene.transform.Rotate;
import org.mendedleaf.desktop.words.Words;

/** Draws a {@link KeepField}. All colours and strokes come from CSS. */
final class KeepFieldSkin extends DrawingSkin<KeepField> {

  private static final PseudoClass GOES = PseudoClass.getPseudoClass("goes");
  private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");
  private static final PseudoClass ISSUED = PseudoClass.getPseudoClass("issued");
  private static final double NAMES = 168;
  private static final double NAMES_PART = 0.34;
  private static final double MARGIN = 12;
  private static final double DATES = 26;
  private static final double LEAF = 15;
  private static final double TALLEST = 40;
  private static final double LEAST = 26;

  KeepFieldSkin(KeepField control) {
    super(control, 560, 0, 120);
    redrawOn(control.drawnProperty());
  }

  @Override
  void draw(double width, double height) {
    KeepField.DrawnField drawn = getSkinnable().drawnProperty().get();
    if (drawn.rows().isEmpty() || width < 160) {
      return;
    }
    KeepScale scale = new KeepScale(drawn.now(), drawn.oldest());
    double names = Math.min(NAMES, width * NAMES_PART);
    double left = names + MARGIN;
    KeepFieldLayout layout = new KeepFieldLayout(scale, left, width - left - 2 * MARGIN);
    double step = Math.min(TALLEST, (height - DATES) / drawn.rows().size());
    double bottom = step * drawn.rows().size();
    marks(scale, layout, bottom);
    double at = step / 2;
    for (KeepField.FieldRow row : drawn.rows()) {
      row(row, names, layout, at, Math.min(LEAF, step * 0.44));
      at += step;
    }
  }

  private void marks(KeepScale scale, KeepFieldLayout layout, double bottom) {
    for (KeepScale.Mark mark : scale.marks()) {
      double x = layout.x(scale.place(mark));
      Line line = new Line(x, 0, x, bottom);
      add(line, "scale-line");
      Text text = new Text(Words.of("keepField." + mark.name().toLowerCase(java.util.Locale.ROOT)));
      add(text, "date-label", VPos.TOP);
      double half = text.getLayoutBounds().getWidth() / 2;
      text.relocate(Math.min(x - half, drawing().getWidth() - 2 * half), bottom + 6);
    }
  }

  private void row(
      KeepField.FieldRow row, double names, KeepFieldLayout layout, double y, double length) {
    Label name = new Label(row.removed() ? Words.of("keepField.removed", row.name()) : row.name());
    name.getStyleClass().add("row-name");
    name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
    name.resizeRelocate(0, y - 10, names, 20);
    name.setManaged(false);
    Line line = new Line(layout.x(0), y, layout.x(1), y);
    line.getStyleClass().setAll("row-line");
    add(name, line);
    for (KeepFieldLayout.PlacedFieldLeaf placed : layout.place(row.leaves())) {
      if (placed.going() > 0) {
        leaf(placed, y, length, true);
      }
      if (placed.staying() > 0) {
        leaf(placed, y, length, false);
      }
    }
  }

  /** What stays stands on the line, what goes hangs from it. */
  private void leaf(KeepFieldLayout.PlacedFieldLeaf placed, double y, double length, boolean goes) {
    Path leaf = LeafShape.blade(length, length * 0.34);
    leaf.getStyleClass().setAll("leaf");
    leaf.pseudoClassStateChanged(GOES, goes);
    leaf.pseudoClassStateChanged(CURRENT, !goes && placed.current());
    leaf.pseudoClassStateChanged(ISSUED, !goes && placed.issued());
    leaf.getTransforms().add(new Rotate(goes ? 78 : -78, 0, 0));
    Group group = new Group(leaf);
    group.setLayoutX(placed.x());
    group.setLayoutY(y);
    Tip.on(group, () -> told(placed));
    add(group);
  }

  private static String told(KeepFieldLayout.PlacedFieldLeaf placed) {
    return Words.of(
        "keepField.told",
        Words.count("keepField.stay", placed.staying()),
        Words.count("keepField.go", placed.going()));
  }

  @Override
  protected double computePrefHeight(
      double width, double top, double right, double bottom, double left) {
    return LEAST * Math.max(1, getSkinnable().drawnProperty().get().rows().size()) + DATES;
  }
}
