package org.mendedleaf.core.tray;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.session.Shelf;

/**
 * The results of a recovery over all its shelves and stores.
 *
 * @param parts in the order in which they were done; at least one
 */
public record RunReceipt(List<ReceiptPart> parts) {

  /** Stands for the act where the store could not be told: it can only be read. */
  public static final long NOT_NOTED = -1;

  public RunReceipt {
    parts = List.copyOf(parts);
  }

  /** What one act of it did on one shelf. */
  public record ReceiptPart(Shelf shelf, Receipt receipt) {}

  /** One line: the result at one place. */
  public record ReceiptLine(Shelf shelf, ReceiptItem item) {}

  /** The first act: what "undo" and "receipt" take. */
  public LedgerEntry act() {
    return parts.get(0).receipt().act();
  }

  /** The store whose ledger has that act. */
  public String store() {
    return parts.get(0).shelf().store();
  }

  public Instant at() {
    return act().at();
  }

  /**
   * What was done at each place, in all. Where a later act did what an earlier one could not, it
   * says so.
   */
  public List<ReceiptLine> lines() {
    Map<String, ReceiptLine> lines = new LinkedHashMap<>();
    for (ReceiptPart part : parts) {
      for (ReceiptItem item : part.receipt().items()) {
        String key = part.shelf().store() + part.shelf().id() + item.target() + item.revision();
        lines.put(key, new ReceiptLine(part.shelf(), item));
      }
    }
    return List.copyOf(lines.values());
  }

  /** Whether some of it could not be done. */
  public boolean isPartial() {
    return lines().stream().anyMatch(line -> line.item().outcome() == Outcome.REFUSED);
  }

  /** Whether all of it has been taken back. */
  public boolean isUndone() {
    return parts.stream().allMatch(part -> part.receipt().undoneBy().isPresent());
  }

  /** How many files were written, in archives as well. */
  public long files() {
    return lines().stream().filter(line -> isWritten(line.item())).count();
  }

  /** Bytes of those files. */
  public long bytes() {
    return lines().stream()
        .filter(line -> isWritten(line.item()))
        .mapToLong(line -> line.item().bytes())
        .sum();
  }

  private static boolean isWritten(ReceiptItem item) {
    boolean whole = item.file().isEmpty();
    return !whole
        && switch (item.outcome()) {
          case RECOVERED, MADE_ROOM, BESIDE, PACKED -> true;
          default -> false;
        };
  }
}
