package org.mendedleaf.desktop.today;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.telling.QuietHours;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.TypedLine;

/** When the desktop shows nothing of what is found, said and set. For the interface thread. */
final class QuietLine {

  private final Context context;
  private final Label text = Nodes.text("", "soft");
  private final Button change = Nodes.button("", "", this::change, "link-like");
  private final Button never = Nodes.button(Words.of("quiet.never"), "", this::never, "link-like");
  private final TypedLine typed;
  private final HBox node = new HBox(12);
  private Optional<QuietHours> hours = Optional.empty();

  QuietLine(Context context) {
    this.context = context;
    this.typed = new TypedLine("quiet-hours", this::show, () -> Keyboard.to(change), this::keep);
    change.setId("change-quiet-hours");
    never.setId("no-quiet-hours");
    text.setId("quiet");
    node.setAlignment(Pos.CENTER_LEFT);
    show();
  }

  Node node() {
    return node;
  }

  void refresh() {
    context.ask(() -> context.office().telling().quiet(), this::show);
  }

  private void show(Optional<QuietHours> now) {
    hours = now;
    show();
  }

  private void show() {
    text.setText(
        hours
            .map(set -> Words.of("quiet.hours", set.from(), set.until()))
            .orElse(Words.of("quiet.none")));
    change.setText(Words.of(hours.isPresent() ? "quiet.change" : "quiet.set"));
    if (typed.isOpen()) {
      node.getChildren().setAll(text, typed.node());
    } else if (hours.isPresent()) {
      node.getChildren().setAll(text, change, never);
    } else {
      node.getChildren().setAll(text, change);
    }
  }

  private void change() {
    typed.open(hours.map(QuietHours::shown).orElse(""), Words.of("quiet.prompt"));
  }

  private void keep(String written) {
    context.ask(() -> set(Optional.of(QuietHours.parse(written))), this::show);
  }

  private void never() {
    context.ask(() -> set(Optional.empty()), this::show);
    Keyboard.to(change);
  }

  private Optional<QuietHours> set(Optional<QuietHours> wanted) throws java.io.IOException {
    context.office().telling().quiet(wanted);
    return wanted;
  }
}
