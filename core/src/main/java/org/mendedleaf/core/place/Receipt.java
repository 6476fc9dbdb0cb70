package org.mendedleaf.core.place;

import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem;

/**
 * The results of an act, item by item.
 *
 * @param act its id is what "undo" takes
 * @param undoneBy the act that took it back, if one did
 */
public record Receipt(LedgerEntry act, List<ReceiptItem> items, Optional<LedgerEntry> undoneBy) {

  public Receipt {
    items = List.copyOf(items);
  }

  /** Whether some of it could not be done. */
  public boolean isPartial() {
    return items.stream().anyMatch(item -> item.outcome() == ReceiptItem.Outcome.REFUSED);
  }
}
