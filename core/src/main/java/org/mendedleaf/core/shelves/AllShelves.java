package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.stores.Spools;

/** The shelves of all stores that this desk knows. Safe for several threads. */
final class AllShelves {

  private final OpenDesk desk;
  private final Spools spools;

  AllShelves(OpenDesk desk, Spools spools) {
    this.desk = desk;
    this.spools = spools;
  }

  /**
   * Those that can be shown now.
   *
   * @param unreached gets the stores that cannot be reached, or not be read
   */
  List<Shelf> look(List<Shelves.Unreached> unreached) throws IOException {
    List<Shelf> shelves = new ArrayList<>();
    for (Desk.KnownStore known : desk.desk().stores()) {
      boolean there = Store.liesIn(known.folder());
      boolean isSpooled = false;
      try {
        Optional<OpenStore> store = there ? Optional.of(desk.store(known.id())) : whileAway(known);
        if (store.isPresent()) {
          isSpooled = !there && spools.isPossible(known.id());
          shelves.addAll(shelvesOf(store.get(), known, unreached));
        }
      } catch (IOException e) {
        unreached.add(unreached(known, Complaint.ofStore(known.folder(), e)));
      }
      if (!there) {
        unreached.add(away(known, isSpooled));
      }
    }
    return shelves;
  }

  /** What was opened knows its shelves even if the drive has been taken away since. */
  private Optional<OpenStore> whileAway(Desk.KnownStore known) throws IOException {
    return desk.isOpen(known.id()) || desk.spoolPlace(known.id()).isPossible()
        ? Optional.of(desk.openOrSpool(known.id()))
        : Optional.empty();
  }

  private static Shelves.Unreached away(Desk.KnownStore known, boolean isSpooled) {
    String meanwhile =
        isSpooled
            ? "What is saved meanwhile is kept on this computer and moved over when it is back."
            : "Everything recorded is where the store is.";
    return new Shelves.Unreached(
        known.id(),
        known.folder(),
        true,
        isSpooled,
        "The store %s is away; perhaps its drive is. %s".formatted(known.folder(), meanwhile));
  }

  private static Shelves.Unreached unreached(Desk.KnownStore known, String why) {
    return new Shelves.Unreached(known.id(), known.folder(), false, false, why);
  }

  private List<Shelf> shelvesOf(
      OpenStore store, Desk.KnownStore known, List<Shelves.Unreached> unreached)
      throws IOException {
    store.catalogue().lookForNews();
    store.trouble().ifPresent(why -> unreached.add(unreached(known, why)));
    List<Shelf> shelves = new ArrayList<>();
    for (RecordedShelf recorded : store.catalogue().shelves().all()) {
      shelves.add(shelf(store, recorded));
    }
    return shelves;
  }

  Shelf shelf(OpenStore store, RecordedShelf recorded) throws IOException {
    Optional<Path> folder = desk.desk().folderOf(store.id(), recorded.id());
    return new Shelf(
        store.id(),
        store.folder(),
        recorded.id(),
        recorded.name(),
        recorded.kind(),
        folder,
        state(folder.isPresent(), recorded),
        recorded.files(),
        recorded.revisions(),
        store.catalogue().trees().capturedBefore(recorded.id(), Instant.MAX),
        recorded.settings());
  }

  private static RecordingState state(boolean here, RecordedShelf recorded) {
    if (recorded.kind() == ShelfKind.DEPOSIT) {
      return RecordingState.DEPOSIT;
    }
    if (!here) {
      return RecordingState.NOT_HERE;
    }
    return switch (recorded.settings().recording()) {
      case PAUSED -> RecordingState.PAUSED;
      case NOT_YET -> RecordingState.NOT_YET;
      case ON -> recorded.firstCaptureDone() ? RecordingState.RECORDING : RecordingState.NOT_YET;
    };
  }
}
