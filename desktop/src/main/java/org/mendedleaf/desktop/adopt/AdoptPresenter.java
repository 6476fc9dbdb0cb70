package org.mendedleaf.desktop.adopt;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.adoption.AdoptionOrder;
import org.mendedleaf.core.adoption.AdoptionPlan;
import org.mendedleaf.core.adoption.Adoptions;
import org.mendedleaf.core.adoption.MovedPlace;
import org.mendedleaf.core.adoption.RecoverySheet;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/**
 * Rehearses and does the adoption of a computer that is lost; knows no nodes. For the interface
 * thread.
 */
final class AdoptPresenter {

  private static final int MOST_SHOWN = 3;

  private final Context context;
  private final ReadOnlyObjectWrapper<Optional<AdoptView>> view =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private Optional<AdoptionOrder> order = Optional.empty();

  AdoptPresenter(Context context) {
    this.context = context;
  }

  /**
   * What would be done, or was.
   *
   * @param isDone whether it was
   */
  record AdoptView(AdoptionOrder order, AdoptionPlan plan, boolean isDone) {}

  /** Empty until it is said what to adopt. */
  ReadOnlyObjectProperty<Optional<AdoptView>> viewProperty() {
    return view.getReadOnlyProperty();
  }

  /** By the file of a recovery sheet. */
  void bySheet(Path file) {
    rehearse(() -> AdoptionOrder.of(SheetFormat.read(file)));
  }

  /** By the data of the former desk. */
  void byFormer(Path home) {
    Adoptions adoptions = context.office().adoptions();
    rehearse(
        () ->
            new AdoptionOrder(
                adoptions.sheets().ofFormer(home), Optional.of(home), List.of(), false, false));
  }

  /** By the store alone. */
  void byStore(Path folder) {
    Adoptions adoptions = context.office().adoptions();
    rehearse(
        () ->
            AdoptionOrder.of(
                adoptions
                    .sheets()
                    .typed(List.of(folder), Optional.empty(), Optional.empty(), List.of())));
  }

  /** With this folder in the place of one that is called differently here. */
  void moved(Path before, Path now) {
    change(
        of -> {
          List<MovedPlace> moved = new ArrayList<>(of.moved());
          moved.removeIf(one -> one.before().equals(before));
          moved.add(new MovedPlace(before, now));
          return new AdoptionOrder(
              of.sheet(), of.formerHome(), moved, of.useMirrors(), of.acceptLog());
        });
  }

  /** Without this shelf, which another desk goes on recording. */
  void leaveOut(RecoverySheet.SheetShelf shelf) {
    change(
        of ->
            new AdoptionOrder(
                of.sheet().without(shelf),
                of.formerHome(),
                of.moved(),
                of.useMirrors(),
                of.acceptLog()));
  }

  void useMirrors(boolean wanted) {
    change(
        of -> new AdoptionOrder(of.sheet(), of.formerHome(), of.moved(), wanted, of.acceptLog()));
  }

  void acceptLog(boolean wanted) {
    change(
        of -> new AdoptionOrder(of.sheet(), of.formerHome(), of.moved(), of.useMirrors(), wanted));
  }

  /** Opens encrypted stores by what was typed: a recovery key or a passphrase. */
  void unlock(String typed) {
    if (order.isEmpty() || typed.isBlank()) {
      return;
    }
    AdoptionOrder now = order.get();
    Adoptions adoptions = context.office().adoptions();
    rehearse(
        () -> {
          Optional<RecoveryKey> key = RecoveryKey.read(typed);
          if (key.isPresent()) {
            var unused = adoptions.unlock(now, key.get());
          } else {
            adoptions.unlock(Passphrase.of(typed));
          }
          return now;
        });
  }

  private interface OrderChange {
    AdoptionOrder of(AdoptionOrder before);
  }

  private void change(OrderChange change) {
    order.ifPresent(
        now -> {
          AdoptionOrder changed = change.of(now);
          rehearse(() -> changed);
        });
  }

  private void rehearse(Callable<AdoptionOrder> what) {
    Office office = context.office();
    context.start(
        Words.of("adopt.rehearsing"),
        progress -> {
          AdoptionOrder wanted = what.call();
          return new AdoptView(wanted, office.adoptions().rehearse(wanted, progress), false);
        },
        this::show);
  }

  /** Does it. */
  void adopt() {
    if (order.isEmpty()) {
      return;
    }
    AdoptionOrder wanted = order.get();
    Office office = context.office();
    context.start(
        Words.of("adopt.adopting"),
        progress -> new AdoptView(wanted, office.adoptions().adopt(wanted, progress), true),
        done -> {
          show(done);
          context.tell(
              done.plan().refused().isEmpty()
                  ? Words.of("adopt.done")
                  : Words.count("adopt.done.but", done.plan().refused().size()));
        });
  }

  private void show(AdoptView now) {
    order = Optional.of(now.order());
    view.set(Optional.of(now));
  }

  // ---- words

  /** What is adopted. */
  String source(AdoptView of) {
    RecoverySheet sheet = of.order().sheet();
    if (of.order().formerHome().isPresent()) {
      return Words.of("adopt.source.former", Shown.path(of.order().formerHome().get()));
    }
    return sheet.desk().isPresent()
        ? Words.of(
            "adopt.source.sheet",
            sheet.by(),
            Shown.moment(sheet.made(), context.now(), context.zone()))
        : Words.of("adopt.source.store");
  }

  /** Why lines are refused, whole: a cell of the table may be too narrow. */
  static String refused(AdoptView of) {
    List<String> why = of.plan().refused().stream().distinct().toList();
    String shown = String.join("\n", why.subList(0, Math.min(MOST_SHOWN, why.size())));
    return why.size() > MOST_SHOWN
        ? shown + "\n" + Words.count("adopt.refused.more", why.size() - MOST_SHOWN)
        : shown;
  }
}
