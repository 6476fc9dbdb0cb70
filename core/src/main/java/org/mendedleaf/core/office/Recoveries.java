package org.mendedleaf.core.office;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.LedgerEntry;
import org.mendedleaf.core.catalog.Moment;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Receipt;
import org.mendedleaf.core.recover.RecoveryOrder;
import org.mendedleaf.core.recover.Rehearsal;

/**
 * Recovers many files at once, rehearsed first, with receipts. An order that is begun is kept on
 * the desk until its receipt is in the log, so that one that was interrupted can be resumed.
 */
public final class Recoveries {

  private final Office office;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final BegunOrders begun;

  Recoveries(Office office, OpenDesk desk, OfficeSettings settings) {
    this.office = office;
    this.desk = desk;
    this.settings = settings;
    this.begun = new BegunOrders(settings.home().resolve("recoveries"));
  }

  /** The exact outcome of a recovery, before it is run. */
  public Rehearsal rehearse(String store, RecoveryOrder order) throws IOException {
    Shelf shelf = office.shelves().byId(store, order.shelf());
    return desk.store(store).recovery().rehearse(order, shelf.folder());
  }

  /** Recovers. */
  public Receipt run(String store, RecoveryOrder order, Progress progress) throws IOException {
    String id = begun.begin(new BegunOrders.Begun(store, order));
    return finish(id, store, order, progress);
  }

  /** Orders that were begun and never ended, oldest first. */
  public List<String> unfinished() throws IOException {
    return begun.all();
  }

  /** Does the rest of an order that was interrupted. */
  public Receipt resume(String id, Progress progress) throws IOException {
    BegunOrders.Begun order = begun.read(id);
    return finish(id, order.store(), order.order(), progress);
  }

  private Receipt finish(String id, String store, RecoveryOrder order, Progress progress)
      throws IOException {
    Shelf shelf = office.shelves().byId(store, order.shelf());
    synchronized (desk.capturing()) {
      Receipt receipt =
          desk.store(store).recovery().run(order, shelf.folder(), settings.person(), progress);
      // One that was stopped can be taken up again.
      if (!progress.cancelled()) {
        begun.end(id);
      }
      return receipt;
    }
  }

  /**
   * What brings a removed file or folder back: its newest revision, or the folder as it was right
   * before it went.
   *
   * @throws SentenceException if nothing at that place was removed
   */
  public Pick bringBack(Shelf shelf, InnerPath path) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.catchUp();
    Optional<RecordedFile> file = catalogue.files().lastAt(shelf.id(), path);
    if (file.isPresent() && !file.get().present()) {
      return new Pick.OfRevision(file.get().id(), file.get().lastNumber());
    }
    Optional<Instant> gone =
        catalogue.moments().sum(shelf.id(), path, new Moment.At(Instant.MAX)).removedAt();
    if (file.isEmpty() && gone.isPresent()) {
      return new Pick.OfMoment(path, new Moment.At(gone.get().minusNanos(1)));
    }
    throw new SentenceException(
        file.isPresent()
            ? "%s is on its shelf “%s”, so there is nothing to bring back."
                .formatted(path.shown(), shelf.name())
            : "Nothing that was called %s was removed from the shelf “%s”."
                .formatted(path.shown(), shelf.name()));
  }

  /** What an act did, item by item. */
  public Receipt receipt(String store, long act) throws IOException {
    return desk.store(store).recovery().receipt(act);
  }

  /** Whether an act is a recovery. */
  public boolean isRecovery(String store, long act) throws IOException {
    OpenStore opened = desk.store(store);
    opened.catalogue().catchUp();
    return opened
        .catalogue()
        .ledger()
        .act(act)
        .map(LedgerEntry::act)
        .equals(Optional.of(Act.RECOVER));
  }

  /** Takes a whole recovery back, as far as nothing has changed since. */
  public Receipt undo(String store, long act, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    LedgerEntry entry =
        opened
            .catalogue()
            .ledger()
            .act(act)
            .orElseThrow(() -> new SentenceException("The ledger has no act " + act + "."));
    Shelf shelf = office.shelves().byId(store, entry.shelf().orElseThrow());
    synchronized (desk.capturing()) {
      return opened.recovery().undo(act, shelf.folder(), settings.person(), progress);
    }
  }
}
