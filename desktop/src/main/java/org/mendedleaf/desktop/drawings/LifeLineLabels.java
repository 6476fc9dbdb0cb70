package org.mendedleaf.desktop.drawings;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.text.Text;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** The labels of a life line: numbers, changes, issues and days. */
final class LifeLineLabels {

  private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
  private static final double ASIDE = 14;
  private static final double POLE = 46;
  private static final double FLAG = 16;
  private static final double DATES_APART = 10;
  private static final double DATE_ROOM = 92;

  private final DrawingSkin<LifeLine> sheet;
  private final LifeLine line;
  private final LeafStanding standing;
  private final double stem;

  LifeLineLabels(DrawingSkin<LifeLine> sheet, LeafStanding standing, double stem) {
    this.sheet = sheet;
    this.line = standing.line();
    this.standing = standing;
    this.stem = stem;
  }

  /** A pennant with its letter where a revision was given out, on the side away from its leaf. */
  void pennants() {
    for (LifeLineLayout.PlacedLeaf placed : standing.places().leaves()) {
      Optional<Leaf> issued = standing.issue(placed);
      if (issued.isPresent()) {
        double end = placed.up() ? stem + POLE : stem - POLE;
        double x = placed.x();
        sheet.add(new Line(x, stem, x, end), "pole");
        double top = placed.up() ? end - FLAG : end;
        double wide = 8 + 9 * issued.get().issue().length();
        sheet.add(
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
            "pennant");
        Text letter = new Text(issued.get().issue());
        sheet.centre(letter, "pennant-letter", x + (wide - 3) / 2, top + FLAG / 2);
      }
    }
  }

  /** Numbers stand on the side away from their leaf, where nothing is in the way. */
  void numbers(Collection<Node> leaves) {
    List<Bounds> taken = new ArrayList<>();
    leaves.forEach(leaf -> taken.add(leaf.getBoundsInParent()));
    List<LifeLineLayout.PlacedLeaf> inOrder = new ArrayList<>(standing.places().leaves());
    inOrder.sort(Comparator.comparing(placed -> standing.isChosen(placed) ? 0 : 1));
    for (LifeLineLayout.PlacedLeaf placed : inOrder) {
      boolean chosen = standing.isChosen(placed);
      Text label = new Text(label(placed));
      label.pseudoClassStateChanged(CHOSEN, chosen);
      // A pennant's pole stands where the number would.
      double aside = standing.issue(placed).isPresent() ? ASIDE : 0;
      sheet.centre(label, "leaf-label", placed.x() - aside, placed.up() ? stem + 15 : stem - 15);
      Bounds bounds = label.getBoundsInParent();
      boolean free = taken.stream().noneMatch(bounds::intersects);
      label.setVisible(free || chosen);
      if (free || chosen) {
        taken.add(bounds);
      }
      drawChange(placed);
      drawSide(placed, label);
    }
  }

  /** The days under the leaves, as many as have room. */
  void days(double height) {
    double end = Double.NEGATIVE_INFINITY;
    double date = Double.NEGATIVE_INFINITY;
    for (LifeLineLayout.PlacedLeaf placed : standing.places().leaves()) {
      if (placed.x() - date >= DATE_ROOM) {
        Text day =
            new Text(
                Shown.day(placed.leaf().at(), line.nowProperty().get(), line.zoneProperty().get()));
        sheet.centre(day, "date-label", placed.x(), height - 11);
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

  /**
   * The label of a chosen leaf: of two, the earlier gets a ◁ before its number, the later a ▷ after
   * it.
   */
  private void drawSide(LifeLineLayout.PlacedLeaf placed, Text label) {
    int chosen = line.chosenProperty().get();
    int against = line.againstProperty().get();
    if (against == LifeLine.NONE || against == chosen) {
      return;
    }
    Bounds bounds = label.getBoundsInParent();
    double y = bounds.getCenterY();
    if (standing.isAt(placed, Math.min(chosen, against))) {
      double x = bounds.getMinX() - 4;
      sheet.add(new Polygon(x, y - 5, x, y + 5, x - 8, y), "side-mark");
    }
    if (standing.isAt(placed, Math.max(chosen, against))) {
      double x = bounds.getMaxX() + 4;
      sheet.add(new Polygon(x, y - 5, x, y + 5, x + 8, y), "side-mark");
    }
  }

  /** A change of more than a third is printed at the leaf's tip. */
  private void drawChange(LifeLineLayout.PlacedLeaf placed) {
    if (Math.abs(placed.change()) <= LifeLineSkin.NOTABLE) {
      return;
    }
    Text text = new Text(percent(placed.change()));
    double reach = placed.length() * Math.sin(Math.toRadians(LifeLineSkin.TILT)) + 12;
    double lean = placed.length() * Math.cos(Math.toRadians(LifeLineSkin.TILT));
    sheet.centre(
        text, "change-label", placed.x() + lean, placed.up() ? stem - reach : stem + reach);
  }

  String describe(LifeLineLayout.PlacedLeaf placed) {
    Leaf leaf = placed.leaf();
    String when = Shown.moment(leaf.at(), line.nowProperty().get(), line.zoneProperty().get());
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
}
