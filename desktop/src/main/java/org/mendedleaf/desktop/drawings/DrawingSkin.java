package org.mendedleaf.desktop.drawings;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.event.Event;
import javafx.event.EventHandler;
import javafx.event.EventType;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Control;
import javafx.scene.control.SkinBase;
import javafx.scene.layout.Pane;
import javafx.scene.text.Text;

/**
 * A skin that draws everything anew whenever what it shows has changed, or its room. All colours
 * and strokes come from CSS.
 */
abstract class DrawingSkin<C extends Control> extends SkinBase<C> {

  /** Between a text and the edge of the drawing. */
  private static final double EDGE = 2;

  private final Pane drawing = new Pane();
  private final InvalidationListener redraw = change -> requestRedraw();
  private final List<Runnable> releases = new ArrayList<>();
  private final double width;
  private final double height;
  private final double least;

  /**
   * @param width preferred
   * @param height preferred
   * @param least height
   */
  DrawingSkin(C control, double width, double height, double least) {
    super(control);
    this.width = width;
    this.height = height;
    this.least = least;
    drawing.getStyleClass().add("drawing");
    getChildren().add(drawing);
  }

  /** Draws again whenever one of these has changed. */
  final void redrawOn(Observable... shown) {
    for (Observable one : shown) {
      one.addListener(redraw);
      releases.add(() -> one.removeListener(redraw));
    }
  }

  /** Hears what happens on the control. */
  final <E extends Event> void hear(EventType<E> type, EventHandler<E> handler) {
    C control = getSkinnable();
    control.addEventHandler(type, handler);
    releases.add(() -> control.removeEventHandler(type, handler));
  }

  final void requestRedraw() {
    getSkinnable().requestLayout();
  }

  /** Adds everything to an empty drawing. */
  abstract void draw(double width, double height);

  final Pane drawing() {
    return drawing;
  }

  final void add(Node... nodes) {
    drawing.getChildren().addAll(nodes);
  }

  /** Adds a text and finds out how large it is. */
  final Text add(Text text, String style, VPos origin) {
    text.getStyleClass().setAll(style);
    text.setTextOrigin(origin);
    add(text);
    text.applyCss();
    return text;
  }

  /** Adds a text with its middle at x and y, moved in where it would be cut off at an edge. */
  final Text centre(Text text, String style, double x, double y) {
    add(text, style, VPos.CENTER).setMouseTransparent(true);
    double wide = text.getLayoutBounds().getWidth();
    boolean inView = x > 0 && x < drawing.getWidth();
    double left = x - wide / 2;
    text.setX(inView ? Math.max(EDGE, Math.min(left, drawing.getWidth() - wide - EDGE)) : left);
    text.setY(y);
    return text;
  }

  /** Adds something that is only looked at. */
  final void add(Node node, String style) {
    node.getStyleClass().setAll(style);
    node.setMouseTransparent(true);
    add(node);
  }

  @Override
  protected final void layoutChildren(double x, double y, double wide, double high) {
    drawing.resizeRelocate(x, y, wide, high);
    drawing.getChildren().clear();
    draw(wide, high);
    // What is added during layout would wait for the next pulse to get its looks.
    drawing.applyCss();
  }

  @Override
  protected double computePrefHeight(
      double wide, double top, double right, double bottom, double left) {
    return height + top + bottom;
  }

  @Override
  protected final double computeMinHeight(
      double wide, double top, double right, double bottom, double left) {
    return least;
  }

  @Override
  protected final double computePrefWidth(
      double high, double top, double right, double bottom, double left) {
    return width + left + right;
  }

  @Override
  public void dispose() {
    releases.forEach(Runnable::run);
    releases.clear();
    super.dispose();
  }
}
