package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.time.ZoneId;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;

/**
 * Draws how much changed on a shelf over time: a leaf per day, the longer the more was saved; a
 * cross where files were removed; a diamond per snapshot. A pointer chooses a moment, with the
 * mouse or with the arrow keys, which step from change to change.
 */
public final class MomentRibbon extends Control {

  /** An event that changed the shelf. */
  public record RibbonChange(Instant at, long saved, long removed) {}

  /** A snapshot, by its number and label. */
  public record RibbonStop(long id, String label, Instant at) {}

  /** Damage that came to one file, or to many from one time until another. */
  public record RibbonTear(Instant from, Instant until, String says) {}

  private final ObservableList<RibbonTear> tears = FXCollections.observableArrayList();
  private final ObservableList<RibbonChange> changes = FXCollections.observableArrayList();
  private final ObservableList<RibbonStop> stops = FXCollections.observableArrayList();
  private final ObjectProperty<Instant> pointer = new SimpleObjectProperty<>(this, "pointer");
  private final BooleanProperty atNow = new SimpleBooleanProperty(this, "atNow", true);
  private final ObjectProperty<Instant> now =
      new SimpleObjectProperty<>(this, "now", Instant.EPOCH);
  private final ObjectProperty<ZoneId> zone =
      new SimpleObjectProperty<>(this, "zone", ZoneId.systemDefault());
  private Consumer<Choice> onChoice = choice -> {};

  /** A person's choice on the ribbon. */
  public sealed interface Choice {
    /** A moment between changes. */
    record At(Instant moment) implements Choice {}

    /** A snapshot. */
    record OfStop(RibbonStop stop) implements Choice {}

    /** The change before (-1) or after (1) the pointer. */
    record Step(int direction) implements Choice {}
  }

  public MomentRibbon() {
    getStyleClass().add("moment-ribbon");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.SLIDER);
  }

  /** What changed the shelf, oldest first. */
  public ObservableList<RibbonChange> getChanges() {
    return changes;
  }

  /** The snapshots, oldest first. */
  public ObservableList<RibbonStop> getStops() {
    return stops;
  }

  /** Damage that nobody has mended. */
  public ObservableList<RibbonTear> getTears() {
    return tears;
  }

  /** Where the pointer stands. */
  public ObjectProperty<Instant> pointerProperty() {
    return pointer;
  }

  /** Whether the pointer stands at the present. */
  public BooleanProperty atNowProperty() {
    return atNow;
  }

  /** What time it is: the end of the ribbon. */
  public ObjectProperty<Instant> nowProperty() {
    return now;
  }

  public ObjectProperty<ZoneId> zoneProperty() {
    return zone;
  }

  /** What happens when a person chooses something on the ribbon. */
  public void setOnChoice(Consumer<Choice> act) {
    onChoice = act;
  }

  void choose(Choice choice) {
    onChoice.accept(choice);
  }

  @Override
  protected Skin<?> createDefaultSkin() {
    return new MomentRibbonSkin(this);
  }
}
