package org.mendedleaf.desktop.work;

import java.util.function.Consumer;
import javafx.scene.control.ChoiceBox;
import javafx.util.StringConverter;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.desktop.words.Words;

/** A choice of what somebody may do, in words. */
public final class RoleChoice {

  private RoleChoice() {}

  /**
   * @param chosen called when a person chooses another
   */
  public static ChoiceBox<Role> of(Role role, Consumer<Role> chosen) {
    ChoiceBox<Role> box = new ChoiceBox<>();
    box.getItems().setAll(Role.values());
    box.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(Role one) {
            return one == null ? "" : Words.of("role." + one.word());
          }

          @Override
          public Role fromString(String text) {
            throw new UnsupportedOperationException();
          }
        });
    box.setValue(role);
    box.valueProperty().addListener((property, before, now) -> chosen.accept(now));
    return box;
  }
}
