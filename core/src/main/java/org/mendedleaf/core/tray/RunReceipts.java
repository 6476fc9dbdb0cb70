package org.mendedleaf.core.tray;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/** Receipts as people look at them: what was done as one act is one. Safe for several threads. */
final class RunReceipts {

  private static final Set<Act> OF_MANY = Set.of(Act.RECOVER, Act.REMOVE, Act.GATHER);

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  RunReceipts(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /** The receipt of what was copied out of a store that can only be read: nobody keeps it. */
  Receipt unnoted(Shelf shelf, Executor.Executed done, String run) {
    LedgerEntry entry =
        new LedgerEntry(
            RunReceipt.NOT_NOTED,
            settings.clock().instant(),
            Act.RECOVER,
            desk.desk().id(),
            settings.person(),
            OptionalLong.of(shelf.id()),
            OptionalLong.empty(),
            done.items().size(),
            "",
            Optional.of(run),
            Optional.empty());
    return new Receipt(entry, done.items(), Optional.empty());
  }

  /** What was done under the name of a run in these stores. */
  RunReceipt ofRun(String run, List<String> stores) throws IOException {
    List<RunReceipt.ReceiptPart> parts = new ArrayList<>();
    for (String store : new LinkedHashSet<>(stores)) {
      for (Receipt receipt : desk.store(store).recovery().receipts(run)) {
        parts.add(part(store, receipt));
      }
    }
    return new RunReceipt(parts);
  }

  private RunReceipt.ReceiptPart part(String store, Receipt receipt) throws IOException {
    long shelf =
        receipt
            .act()
            .shelf()
            .orElseThrow(
                () ->
                    new SentenceException(
                        "Act %d is a %s and has no receipt."
                            .formatted(receipt.act().id(), receipt.act().act().word())));
    return new RunReceipt.ReceiptPart(shelves.byId(store, shelf), receipt);
  }

  /** What an act did, and the acts that were done as one with it. */
  RunReceipt of(String store, long act) throws IOException {
    Receipt receipt = desk.store(store).recovery().receipt(act);
    if (receipt.items().isEmpty()) {
      throw new SentenceException(
          "Act %d is a %s and has no receipt.".formatted(act, receipt.act().act().word()));
    }
    if (receipt.act().run().isEmpty()) {
      return new RunReceipt(List.of(part(store, receipt)));
    }
    return ofRun(receipt.act().run().get(), allStores(store));
  }

  /** The stores of this desk, this one first. */
  private List<String> allStores(String first) {
    List<String> stores = new ArrayList<>(List.of(first));
    desk.desk().stores().forEach(known -> stores.add(known.id()));
    return stores;
  }

  /** The newest recoveries, newest first; not those that took one back. */
  List<RunReceipt> recent(int limit) throws IOException {
    List<RunReceipt> recent = new ArrayList<>();
    Set<String> runs = new HashSet<>();
    for (String store : desk.desk().stores().stream().map(Desk.KnownStore::id).toList()) {
      Catalogue catalogue = desk.store(store).catalogue();
      catalogue.catchUp();
      for (LedgerEntry entry : catalogue.ledger().newest(Act.RECOVER, limit)) {
        if (entry.run().isEmpty() || runs.add(entry.run().get())) {
          recent.add(of(store, entry.id()));
        }
      }
    }
    recent.sort(Comparator.comparing(RunReceipt::at).reversed());
    return recent.subList(0, Math.min(limit, recent.size()));
  }

  /**
   * Whether an act was about many files, as a recovery, a removal or a gathering, or took such a
   * one back.
   */
  boolean isOfMany(String store, long act) throws IOException {
    OpenStore opened = desk.store(store);
    opened.catalogue().catchUp();
    Optional<LedgerEntry> entry = opened.catalogue().ledger().act(act);
    while (entry.isPresent() && entry.get().undoes().isPresent()) {
      entry = opened.catalogue().ledger().act(entry.get().undoes().getAsLong());
    }
    // What was brought in together is taken back together as well.
    return entry.filter(one -> OF_MANY.contains(one.act()) || one.run().isPresent()).isPresent();
  }
}
