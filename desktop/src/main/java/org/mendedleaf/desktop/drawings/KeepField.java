package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;

/**
 * Draws how far back one could go under a plan: the revisions of files as leaves on a scale that
 * widens toward now. A full leaf on the line stays, a hollow one below it would go on notice.
 */
public final class KeepField extends Control {

  /**
   * A revision, or several that stand too close to be told apart.
   *
   * @param at since when it was the current one
   * @param stays whether it, or any of them, stays
   */
  public record FieldLeaf(Instant at, boolean stays, boolean current, boolean issued) {}

  /**
   * A file, or many.
   *
   * @param removed whether it is off its shelf
   */
  public record FieldRow(String name, boolean removed, List<FieldLeaf> leaves) {
    public FieldRow {
      leaves = List.copyOf(leaves);
    }
  }

  /**
   * The drawn state.
   *
   * @param now the right end
   * @param oldest what must have room at the left
   */
  public record DrawnField(Instant now, Instant oldest, List<FieldRow> rows) {
    public static final DrawnField NOTHING =
        new DrawnField(Instant.EPOCH, Instant.EPOCH, List.of());

    public DrawnField {
      rows = List.copyOf(rows);
    }
  }

  private final ObjectProperty<DrawnField> drawn =
      new SimpleObjectProperty<>(this, "drawn", DrawnField.NOTHING);

  public KeepField() {
    getStyleClass().add("keep-field");
    setAccessibleRole(AccessibleRole.IMAGE_VIEW);
  }

  public ObjectProperty<DrawnField> drawnProperty() {
    return drawn;
  }

  @Override
  protected Skin<?> createDefaultSkin() {
    return new KeepFieldSkin(this);
  }
}
