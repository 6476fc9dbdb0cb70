package org.mendedleaf.desktop.work;

import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import org.mendedleaf.desktop.drawings.Tip;

/**
 * A title with facts behind it, on one line of letters. Where there is no room for both, first the
 * facts give way and then the end of the title, whose tooltip says it whole.
 */
final class Titled extends Region {

  private static final double GAP = 14;

  /** Less of the facts would be only dots. */
  private static final double LEAST_FACTS = 60;

  private final Label title;
  private final Label facts;

  Titled(Label title, Label facts) {
    this.title = title;
    this.facts = facts;
    getChildren().addAll(title, facts);
  }

  @Override
  protected double computeMinWidth(double height) {
    return 0;
  }

  @Override
  protected double computePrefWidth(double height) {
    return title.prefWidth(-1) + GAP + facts.prefWidth(-1);
  }

  @Override
  protected double computeMinHeight(double width) {
    return computePrefHeight(width);
  }

  @Override
  protected double computePrefHeight(double width) {
    return Math.max(title.prefHeight(-1), facts.prefHeight(-1));
  }

  @Override
  protected void layoutChildren() {
    double wanted = title.prefWidth(-1);
    double titleWidth = Math.min(wanted, getWidth());
    double left = getWidth() - titleWidth - GAP;
    double factsWidth = left < LEAST_FACTS ? 0 : Math.min(facts.prefWidth(-1), left);
    double high = title.prefHeight(-1);
    double top = (getHeight() - high) / 2;
    title.resizeRelocate(0, top, titleWidth, high);
    facts.setVisible(factsWidth > 0);
    double below = title.getBaselineOffset() - facts.getBaselineOffset();
    facts.resizeRelocate(titleWidth + GAP, top + below, factsWidth, facts.prefHeight(-1));
    if (titleWidth < wanted && Tip.words(title).isEmpty()) {
      Tip.on(title, title::getText);
    }
  }
}
