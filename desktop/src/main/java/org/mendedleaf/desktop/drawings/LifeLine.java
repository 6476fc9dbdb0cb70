package org.mendedleaf.desktop.drawings;

import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;

/**
 * A file's life: a stem in time with a leaf for each revision, the longer the larger the file. A
 * leaf can be chosen with the mouse or the arrow keys; the wheel zooms.
 */
public final class LifeLine extends Control {

  /** No revision is chosen. */
  public static final int NONE = -1;

  private final ObservableList<Leaf> leaves = FXCollections.observableArrayList();
  private final ObservableList<SnapshotStop> stops = FXCollections.observableArrayList();
  private final ObservableList<LooseCopy> copies = FXCollections.observableArrayList();
  private Consumer<Path> onCopy = chosenCopy -> {};
  private final IntegerProperty chosen = new SimpleIntegerProperty(this, "chosen", NONE);
  private final IntegerProperty against = new SimpleIntegerProperty(this, "against", NONE);
  private final BooleanProperty removed = new SimpleBooleanProperty(this, "removed", false);
  private final ObjectProperty<Instant> now =
      new SimpleObjectProperty<>(this, "now", Instant.EPOCH);
  private final ObjectProperty<ZoneId> zone =
      new SimpleObjectProperty<>(this, "zone", ZoneId.systemDefault());

  public LifeLine() {
    getStyleClass().add("life-line");
    setFocusTraversable(true);
    setAccessibleRole(AccessibleRole.LIST_VIEW);
  }

  /** The revisions, oldest first. */
  public ObservableList<Leaf> getLeaves() {
    return leaves;
  }

  /**
   * A snapshot that holds one of the revisions.
   *
   * @param taken when; not the same as when the revision was made
   */
  public record SnapshotStop(int revision, String label, Instant taken) {}

  /** The snapshots, oldest first. */
  public ObservableList<SnapshotStop> getStops() {
    return stops;
  }

  /**
   * A copy of the file that some program left, and that is no revision.
   *
   * @param path where it lies
   * @param says what it is, in a sentence
   */
  public record LooseCopy(Path path, Instant saved, String says) {}

  /** The copies that programs left; each can be chosen with the mouse. */
  public ObservableList<LooseCopy> getCopies() {
    return copies;
  }

  /** Does this with a copy that somebody chooses. */
  public void onCopy(Consumer<Path> chosenCopy) {
    onCopy = chosenCopy;
  }

  void choose(LooseCopy copy) {
    onCopy.accept(copy.path());
  }

  /** The number of the chosen revision, or {@link #NONE}. */
  public IntegerProperty chosenProperty() {
    return chosen;
  }

  /**
   * The number of a second chosen revision, that the first is held against, or {@link #NONE}. Of
   * the two the earlier is marked ◁ and the later ▷.
   */
  public IntegerProperty againstProperty() {
    return against;
  }

  /** Whether the file is off its shelf: the stem then ends in a cut. */
  public BooleanProperty removedProperty() {
    return removed;
  }

  /** What time it is, for the dates under the stem. */
  public ObjectProperty<Instant> nowProperty() {
    return now;
  }

  public ObjectProperty<ZoneId> zoneProperty() {
    return zone;
  }

  /** Chooses the revision before or after the chosen one. */
  public void walk(int steps) {
    walk(chosen, chosen.get(), steps);
  }

  /** Chooses the second revision, before or after the one it was, or else next to the first. */
  public void walkAgainst(int steps) {
    walk(against, against.get() == NONE ? chosen.get() : against.get(), steps);
  }

  private void walk(IntegerProperty which, int from, int steps) {
    int at = -1;
    for (int i = 0; i < leaves.size(); i++) {
      if (leaves.get(i).number() == from) {
        at = i;
      }
    }
    int next = Math.max(0, Math.min(leaves.size() - 1, at + steps));
    if (!leaves.isEmpty()) {
      which.set(leaves.get(next).number());
    }
  }

  @Override
  protected Skin<?> createDefaultSkin() {
    return new LifeLineSkin(this);
  }
}
