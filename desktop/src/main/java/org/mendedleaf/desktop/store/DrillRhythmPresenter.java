package org.mendedleaf.desktop.store;

import java.time.Duration;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** Shows and sets how often a store is drilled; knows no nodes. For the interface thread. */
final class DrillRhythmPresenter {

  private final Context context;
  private final String store;
  private final ReadOnlyObjectWrapper<Optional<Duration>> every = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyStringWrapper refused = new ReadOnlyStringWrapper("");

  DrillRhythmPresenter(Context context, String store) {
    this.context = context;
    this.store = store;
  }

  /** Null until it is known; empty for never. */
  ReadOnlyObjectProperty<Optional<Duration>> everyProperty() {
    return every.getReadOnlyProperty();
  }

  /** Why what was typed was not taken; empty if it was. */
  ReadOnlyStringProperty refusedProperty() {
    return refused.getReadOnlyProperty();
  }

  void refresh() {
    Office office = context.office();
    context.ask(() -> office.drills().rhythm(store), every::set);
  }

  /**
   * Sets it as typed.
   *
   * @param days blank for never
   * @return whether what was typed can be meant
   */
  boolean set(String days) {
    if (!days.isBlank() && Drills.daysTyped(days).isEmpty()) {
      refused.set(Words.of("drill.rhythm.noDays", days.strip()));
      return false;
    }
    refused.set("");
    Office office = context.office();
    context.ask(
        () -> {
          office.drills().setRhythm(store, Drills.daysTyped(days));
          return office.drills().rhythm(store);
        },
        every::set);
    return true;
  }

  /** When the next one comes. */
  static String sentence(Optional<Duration> every) {
    return every
        .map(
            one ->
                one.toDays() == 1
                    ? Words.of("drill.rhythm.daily")
                    : Words.of("drill.rhythm.days", Shown.count(one.toDays())))
        .orElse(Words.of("drill.rhythm.none"));
  }

  /** As it stands in the field; blank for never. */
  String typed() {
    return every.get() == null
        ? ""
        : every.get().map(one -> String.valueOf(one.toDays())).orElse("");
  }
}
