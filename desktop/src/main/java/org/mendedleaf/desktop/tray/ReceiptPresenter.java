package org.mendedleaf.desktop.tray;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.core.tray.RunReceipt.ReceiptLine;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;

/** Shows the results of a recovery and takes it back; knows no nodes. For the interface thread. */
final class ReceiptPresenter {

  private final Context context;
  private final Place.ReceiptOf place;
  private final ReadOnlyObjectWrapper<RunReceipt> receipt = new ReadOnlyObjectWrapper<>();

  ReceiptPresenter(Context context, Place.ReceiptOf place) {
    this.context = context;
    this.place = place;
  }

  /** Null until it is known. */
  ReadOnlyObjectProperty<RunReceipt> receiptProperty() {
    return receipt.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () -> context.office().recoveries().receipt(place.store(), place.act()), receipt::set);
  }

  /** Who recovered, and when. */
  String facts() {
    RunReceipt found = receipt.get();
    return Words.of(
        "receipt.facts", found.act().by(), Shown.moment(found.at(), context.now(), context.zone()));
  }

  /** How much was done. */
  String summary() {
    RunReceipt found = receipt.get();
    Map<Outcome, Long> counts =
        found.lines().stream()
            .collect(
                Collectors.groupingBy(
                    line -> line.item().outcome(), TreeMap::new, Collectors.counting()));
    return Words.count("tray.files", found.files(), Shown.size(found.bytes()))
        + " · "
        + RehearsalPage.told(counts, "receipt.count.");
  }

  /** What could not be done comes first. */
  List<ReceiptLine> rows() {
    return receipt.get().lines().stream()
        .sorted(Comparator.comparing(line -> line.item().outcome() != Outcome.REFUSED))
        .toList();
  }

  void undo() {
    if (receipt.get() != null) {
      new Recovering(context).undo(receipt.get());
    }
  }

  void open(Path file) {
    ask(() -> context.opener().open(file));
  }

  void showInFolder(Path file) {
    ask(() -> context.opener().showInFolder(file));
  }

  private interface ReceiptDeed {
    void run() throws IOException;
  }

  private void ask(ReceiptDeed deed) {
    context.ask(
        () -> {
          deed.run();
          return deed;
        },
        done -> {});
  }
}
