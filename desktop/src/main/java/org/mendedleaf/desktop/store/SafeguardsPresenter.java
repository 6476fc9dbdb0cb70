package org.mendedleaf.desktop.store;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.keeping.Safeguards.ChosenSafeguards;
import org.mendedleaf.core.keeping.Safeguards.StoreSafeguards;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** Shows and sets the safeguards of a store; knows no nodes. For the interface thread. */
final class SafeguardsPresenter {

  private final Context context;
  private final String store;
  private final ReadOnlyObjectWrapper<StoreSafeguards> safeguards = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyStringWrapper refused = new ReadOnlyStringWrapper("");

  SafeguardsPresenter(Context context, String store) {
    this.context = context;
    this.store = store;
  }

  /** Null until they are known. */
  ReadOnlyObjectProperty<StoreSafeguards> safeguardsProperty() {
    return safeguards.getReadOnlyProperty();
  }

  /** Why what was typed was not taken; empty if it was. */
  ReadOnlyStringProperty refusedProperty() {
    return refused.getReadOnlyProperty();
  }

  void refresh() {
    Office office = context.office();
    context.ask(() -> office.safeguards().of(store), safeguards::set);
  }

  /**
   * Sets them as typed.
   *
   * @param least a span such as "30 days"; blank for none
   * @param delay likewise
   * @return whether what was typed can be meant
   */
  boolean set(String least, String delay) {
    for (String typed : new String[] {least, delay}) {
      if (!typed.isBlank() && Span.parse(typed).isEmpty()) {
        refused.set(Words.of("safeguards.noSpan", typed.strip()));
        return false;
      }
    }
    refused.set("");
    Office office = context.office();
    ChosenSafeguards wanted = new ChosenSafeguards(Span.parse(least), Span.parse(delay));
    context.start(
        Words.of("safeguards.setting"),
        progress -> office.safeguards().set(store, wanted),
        now -> {
          safeguards.set(now);
          context.navigator().refresh();
          context.tell(
              Words.of(
                  now.loosenedFrom().isPresent() ? "safeguards.done.later" : "safeguards.done"));
        });
    return true;
  }

  /** What counts now, and what will. */
  String sentence(StoreSafeguards of) {
    ChosenSafeguards counting = of.counting();
    String now;
    if (counting.isNone()) {
      now = Words.of("safeguards.none");
    } else {
      now =
          counting
                  .least()
                  .map(least -> Words.of("safeguards.least", least))
                  .orElse(Words.of("safeguards.noLeast"))
              + " "
              + counting
                  .delay()
                  .map(delay -> Words.of("safeguards.delay", delay))
                  .orElse(Words.of("safeguards.noDelay"));
    }
    return of.loosenedFrom()
        .map(
            from ->
                now
                    + " "
                    + Words.of(
                        "safeguards.loosened",
                        Shown.moment(from, context.now(), context.zone()),
                        of.by().orElse(""),
                        brief(of.chosen())))
        .orElse(now);
  }

  private static String brief(ChosenSafeguards of) {
    return of.least()
            .map(least -> Words.of("safeguards.brief.least", least))
            .orElse(Words.of("safeguards.brief.noLeast"))
        + ", "
        + of.delay()
            .map(delay -> Words.of("safeguards.brief.delay", delay))
            .orElse(Words.of("safeguards.brief.noDelay"));
  }

  /** A span as it stands in a field; blank for none. */
  static String typed(Optional<Span> span) {
    return span.map(Span::toString).orElse("");
  }
}
