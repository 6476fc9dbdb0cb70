package org.mendedleaf.desktop.ledger;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Ledgers.LedgerRow;
import org.mendedleaf.core.stores.VerifyReport;
import org.mendedleaf.desktop.erase.RemnantWords;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** The acts, all or those that are searched for; knows no nodes. For the interface thread. */
final class LedgerPresenter {

  private static final Set<String> WITH_RECEIPT =
      Set.of("recover", "bring-in", "gather", "remove", "mend");

  private final Context context;
  private final StringProperty filter = new SimpleStringProperty("");
  private final ReadOnlyObjectWrapper<Sifted> sifted =
      new ReadOnlyObjectWrapper<>(new Sifted(List.of(), -1));
  private List<LedgerRow> all = List.of();
  private long asked;

  LedgerPresenter(Context context) {
    this.context = context;
    filter.addListener((property, before, text) -> sift());
  }

  /**
   * The acts that are looked for.
   *
   * @param of how many acts there are; less than none until that is known
   */
  record Sifted(List<LedgerRow> rows, int of) {}

  /** Words that an act has to have; one without words lets all through. */
  StringProperty filterProperty() {
    return filter;
  }

  ReadOnlyObjectProperty<Sifted> siftedProperty() {
    return sifted.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () -> context.office().ledgers().all(),
        rows -> {
          all = rows;
          sift();
        });
  }

  /** Very many acts are looked through beside the interface thread. */
  private void sift() {
    long mine = ++asked;
    List<LedgerRow> of = all;
    List<String> wanted = List.of(filter.get().strip().toLowerCase(Locale.ROOT).split("\\s+", -1));
    context.ask(
        () -> of.stream().filter(row -> fits(row, wanted)).toList(),
        found -> {
          if (mine == asked) {
            sifted.set(new Sifted(found, of.size()));
          }
        });
  }

  private boolean fits(LedgerRow row, List<String> wanted) {
    String text =
        String.join(
                " ",
                String.valueOf(row.entry().id()),
                act(row),
                row.entry().act().word(),
                row.entry().by(),
                row.shelf().orElse(""),
                row.entry().about().orElse(""),
                Shown.moment(row.entry().at(), context.now(), context.zone()))
            .toLowerCase(Locale.ROOT);
    return wanted.stream().allMatch(text::contains);
  }

  /** What was done, in words. */
  static String act(LedgerRow row) {
    return Words.of("ledger.act." + row.entry().act().word());
  }

  /** Goes to the receipt of an act, or to its shelf as it was then. */
  void open(LedgerRow row) {
    if (WITH_RECEIPT.contains(row.entry().act().word())) {
      context.go(new Place.ReceiptOf(row.store().id(), row.entry().id()));
    } else if (row.entry().act() == Act.DRILL) {
      context.go(new Place.DrillOf(row.store().id(), row.entry().id()));
    } else if (row.entry().act() == Act.ERASE) {
      context.ask(
          () -> context.office().erasureReach().of(row.store().id(), row.entry().id()),
          remnants -> context.tell(RemnantWords.of(remnants, context)));
    } else if (row.shelf().isPresent()) {
      context.ask(
          () ->
              context.office().shelves().byId(row.store().id(), row.entry().shelf().orElseThrow()),
          shelf ->
              context.go(
                  new Place.ShelfAt(shelf, InnerPath.ROOT, new Moment.At(row.entry().at()))));
    }
  }

  /** Reads every act again and looks whether each continues the one before. */
  void check() {
    Set<String> stores = new LinkedHashSet<>(all.stream().map(row -> row.store().id()).toList());
    int acts = all.size();
    context.start(
        Words.of("ledger.verify"),
        progress -> {
          List<VerifyReport.Damage> damaged = new ArrayList<>();
          for (String store : stores) {
            damaged.addAll(context.office().stores().chain(store));
          }
          return damaged;
        },
        damaged -> {
          if (damaged.isEmpty()) {
            context.tell(Words.of("ledger.ok", Shown.count(acts)));
          } else {
            context
                .navigator()
                .complain(new SentenceException(Words.of("ledger.broken", damaged.get(0).where())));
          }
        });
  }
}
