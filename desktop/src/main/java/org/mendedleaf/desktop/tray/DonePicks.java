package org.mendedleaf.desktop.tray;

import java.util.List;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.work.picks.MendingTray;
import org.mendedleaf.desktop.work.picks.MendingTray.Picked;

/** Takes off the tray what was recovered; what was left or refused stays on it. */
final class DonePicks {

  private final MendingTray tray;

  DonePicks(MendingTray tray) {
    this.tray = tray;
  }

  void takeOff(RunReceipt receipt) {
    List<RunReceipt.ReceiptLine> open =
        receipt.lines().stream()
            .filter(
                line ->
                    line.item().outcome() == Outcome.LEFT
                        || line.item().outcome() == Outcome.REFUSED)
            .toList();
    tray.remove(
        tray.picks().stream()
            .filter(picked -> open.stream().noneMatch(line -> isOf(line, picked)))
            .toList());
  }

  private static boolean isOf(RunReceipt.ReceiptLine line, Picked picked) {
    ReceiptItem item = line.item();
    boolean sameShelf =
        line.shelf().store().equals(picked.entry().store())
            && line.shelf().id() == picked.entry().shelf();
    if (!sameShelf) {
      return false;
    }
    if (picked.entry().pick() instanceof Pick.OfRevision of) {
      return item.file().isPresent()
          && item.file().getAsLong() == of.file()
          && item.revision().isPresent()
          && item.revision().getAsInt() == of.revision();
    }
    Pick.OfMoment of = (Pick.OfMoment) picked.entry().pick();
    return item.wrote().map(state -> state.path().isWithin(of.path())).orElse(true);
  }
}
