package org.mendedleaf.desktop.drawings;

import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;

/**
 * A map of what takes space: an area for each thing, as large as what it takes; in each the part
 * that it is now and the part that its history is.
 */
public final class SpaceMap extends Control {

  /**
   * A thing.
   *
   * @param id by which it is told when it is clicked; empty for all that is too small to be shown
   * @param current bytes of what it is now
   * @param history bytes of its earlier revisions
   */
  public record Plot(String id, String name, long current, long history) {
    long bytes() {
      return current + history;
    }
  }

  private final ObjectProperty<List<Plot>> plots =
      new SimpleObjectProperty<>(this, "plots", List.of());
  private Consumer<String> choice = id -> {};

  public SpaceMap() {
    getStyleClass().add("space-map");
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
  }

  /** The largest first. */
  public ObjectProperty<List<Plot>> plotsProperty() {
    return plots;
  }

  /** Called with the id of what is clicked. */
  public void setOnChoice(Consumer<String> act) {
    choice = act;
  }

  void choose(String id) {
    choice.accept(id);
  }

  @Override
  protected Skin<?> createDefaultSkin() {
    return new SpaceMapSkin(this);
  }
}
