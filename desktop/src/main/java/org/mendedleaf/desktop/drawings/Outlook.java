package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;

/**
 * Draws the space that something will take over the coming time: a line for each way it may go, in
 * a band that widens as the future does.
 */
public final class Outlook extends Control {

  /**
   * A moment of a way.
   *
   * @param low and high bound the band, in bytes
   */
  public record OutlookPoint(Instant at, long low, long middle, long high) {}

  /**
   * A way.
   *
   * @param style of its strokes, like "own" or "other"
   * @param points the first is now; soonest first
   */
  public record Way(String name, String style, List<OutlookPoint> points) {
    public Way {
      points = List.copyOf(points);
    }
  }

  /**
   * The drawn state.
   *
   * @param full bytes with which the drive is full; empty where that is out of sight
   */
  public record DrawnOutlook(List<Way> ways, Optional<Long> full, ZoneId zone) {
    public DrawnOutlook {
      ways = List.copyOf(ways);
    }

    static final DrawnOutlook NOTHING =
        new DrawnOutlook(List.of(), Optional.empty(), ZoneOffset.UTC);
  }

  private final ObjectProperty<DrawnOutlook> drawn =
      new SimpleObjectProperty<>(this, "drawn", DrawnOutlook.NOTHING);

  public Outlook() {
    getStyleClass().add("outlook");
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
  }

  public ObjectProperty<DrawnOutlook> drawnProperty() {
    return drawn;
  }

  @Override
  protected Skin<?> createDefaultSkin() {
    return new OutlookSkin(this);
  }
}
