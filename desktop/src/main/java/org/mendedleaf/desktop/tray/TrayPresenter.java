package org.mendedleaf.desktop.tray;

import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.tray.Recoveries;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray;
import org.mendedleaf.desktop.work.picks.MendingTray.Picked;

/** The contents of the tray and earlier recoveries; knows no nodes. For the interface thread. */
final class TrayPresenter {

  private static final int RECENT = 6;

  private final Context context;
  private final MendingTray tray;
  private final ReadOnlyObjectWrapper<PastRuns> past = new ReadOnlyObjectWrapper<>();

  TrayPresenter(Context context) {
    this.context = context;
    this.tray = context.tray();
  }

  /** The last recoveries, and those that were interrupted. */
  record PastRuns(List<RunReceipt> recent, List<Recoveries.Unfinished> unfinished) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<PastRuns> pastProperty() {
    return past.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () ->
            new PastRuns(
                context.office().recoveries().recent(RECENT),
                context.office().recoveries().unfinished()),
        past::set);
  }

  /** How much is on the tray. */
  String told() {
    return tray.picks().isEmpty()
        ? ""
        : Words.count("tray.picks", tray.picks().size())
            + " · "
            + Words.count("tray.files", tray.files(), Shown.size(tray.bytes()));
  }

  void rehearse() {
    if (tray.isReady()) {
      context.go(new Place.Rehearsed(tray.tray()));
    }
  }

  /** Goes to the revision that was picked, or to the folder at its moment. */
  void open(Picked picked) {
    Pick pick = picked.entry().pick();
    if (pick instanceof Pick.OfRevision of) {
      context.go(
          new Place.OneFile(
              new FileRef(picked.entry().store(), of.file()), Optional.of(of.revision())));
    } else if (pick instanceof Pick.OfMoment of && picked.facts() != null) {
      context.go(new Place.ShelfAt(picked.facts().shelf(), of.path(), of.moment()));
    }
  }

  /** Does the rest of a recovery that was interrupted. */
  void resume(Recoveries.Unfinished one) {
    new Recovering(context)
        .run(
            Words.of("tray.job", one.tray().entries().size()),
            progress -> context.office().recoveries().resume(one.id(), progress),
            receipt -> context.go(new Place.ReceiptOf(receipt.store(), receipt.act().id())));
  }

  /** Leaves an interrupted recovery as it is. */
  void forget(Recoveries.Unfinished one) {
    context.ask(
        () -> {
          context.office().recoveries().forget(one.id());
          return one;
        },
        done -> refresh());
  }
}
