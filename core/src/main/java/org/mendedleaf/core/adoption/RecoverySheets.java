package org.mendedleaf.core.adoption;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.arrivals.ArrivalFolders;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.stores.Mirrors;
import org.mendedleaf.core.stores.Spools;

/** Makes recovery sheets: of this desk, and of one whose data is all that is left of it. */
public final class RecoverySheets {

  private final OpenDesk desk;
  private final Shelves shelves;
  private final OfficeSettings settings;

  public RecoverySheets(OpenDesk desk, Shelves shelves, OfficeSettings settings) {
    this.desk = desk;
    this.shelves = shelves;
    this.settings = settings;
  }

  /** The sheet of this desk; of stores that are away it says what was seen of them last. */
  public RecoverySheet ofThisDesk() throws IOException {
    Map<String, LogHead> heads = new HashMap<>();
    for (Desk.KnownStore known : desk.desk().stores()) {
      if (Store.liesIn(known.folder())) {
        head(known).ifPresent(head -> heads.put(known.id(), head));
      }
    }
    Map<String, String> names = new HashMap<>();
    for (Shelf shelf : shelves.all()) {
      names.put(shelf.store() + "/" + shelf.id(), shelf.name());
    }
    return sheet(settings.home(), desk.desk(), heads, names);
  }

  /** A store that is locked or damaged keeps no other from standing on the sheet. */
  private Optional<LogHead> head(Desk.KnownStore known) {
    try {
      OpenStore opened = desk.store(known.id());
      opened.catalogue().catchUp();
      return opened.trouble().isEmpty() ? opened.catalogue().head() : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /**
   * The sheet of a desk that is no more.
   *
   * @param home a copy of its data, or where the drive is connected on which it lies
   * @throws SentenceException if it is no desk's data, this desk's, or that of one that runs
   */
  public RecoverySheet ofFormer(Path home) throws IOException {
    requireFormer(home);
    return sheet(home, Desk.read(home), Map.of(), Map.of());
  }

  /** Refuses what is no desk's data, this desk's, or that of one that runs. */
  void requireFormer(Path home) throws IOException {
    if (!Files.isRegularFile(home.resolve("desk.json"))) {
      throw new SentenceException(
          "%s is not the data of a desk: there is no desk.json in it. Nothing was changed."
              .formatted(home));
    }
    if (home.toRealPath().equals(settings.home().toRealPath())) {
      throw new SentenceException(
          "%s is the data of this very desk. Nothing was changed.".formatted(home));
    }
    if (DeskLock.isInUse(home)) {
      throw new SentenceException(
          "The desk in %s is at work, so nobody takes its place. Nothing was changed; end its window and its watch first."
              .formatted(home));
    }
  }

  private RecoverySheet sheet(
      Path home, Desk of, Map<String, LogHead> heads, Map<String, String> names)
      throws IOException {
    List<RecoverySheet.SheetStore> stores = new ArrayList<>();
    for (Desk.KnownStore known : of.stores()) {
      LogHead head = heads.get(known.id());
      Optional<LogHead> seen =
          head == null ? OpenStore.seenFrom(home, known.id()) : Optional.of(head);
      stores.add(
          new RecoverySheet.SheetStore(
              known.id(),
              known.folder(),
              seen,
              isEncrypted(home, known),
              Mirrors.placeKnownIn(home, known.id()),
              Drills.rhythmIn(home, known.id())));
    }
    List<RecoverySheet.SheetShelf> bound = new ArrayList<>();
    for (Desk.Binding one : of.bindings()) {
      String name = names.getOrDefault(one.store() + "/" + one.shelf(), "");
      bound.add(new RecoverySheet.SheetShelf(one.store(), one.shelf(), name, one.folder()));
    }
    return new RecoverySheet(
        settings.clock().instant(),
        settings.person(),
        Optional.of(of.id()),
        Optional.of(home),
        stores,
        bound,
        new ArrivalFolders(settings.withHome(home)).folders(),
        Spools.limitIn(home));
  }

  /** What a store says of itself lies in the desk's data too, for the time when it is away. */
  private static boolean isEncrypted(Path home, Desk.KnownStore known) {
    return isEncrypted(known.folder())
        .or(() -> isEncrypted(home.resolve("spools").resolve(known.id())))
        .orElse(false);
  }

  private static Optional<Boolean> isEncrypted(Path place) {
    try {
      return Optional.of(Store.describedIn(place).isEncrypted());
    } catch (IOException e) {
      // It is away, or was never opened; then the other place may tell.
      return Optional.empty();
    }
  }

  /** The stores on a sheet that a recovery key opens, by their ids. */
  public Map<String, RecoveryKey> openedBy(RecoverySheet sheet, RecoveryKey key) {
    Map<String, RecoveryKey> keys = new HashMap<>();
    for (RecoverySheet.SheetStore store : sheet.stores()) {
      if (store.isEncrypted() && opens(key, store.folder())) {
        keys.put(store.id(), key);
      }
    }
    return keys;
  }

  /** Whether a recovery key opens the store there; it is open then until the program ends. */
  boolean opens(RecoveryKey key, Path folder) {
    try {
      settings.keys().recover(Store.describedIn(folder), folder.toString(), key);
      return true;
    } catch (IOException e) {
      // It is another store's, or that store is away.
      return false;
    }
  }

  /**
   * What can be known where only paper is left: where a store lies.
   *
   * @param folders of stores
   * @param end what the paper says of the end of the log, where only one store is given
   * @param mirror where its mirror lies, where only one store is given
   * @throws SentenceException if a store cannot be reached
   */
  public RecoverySheet typed(
      List<Path> folders, Optional<TypedEnd> end, Optional<Path> mirror, List<Path> arrivals)
      throws IOException {
    List<RecoverySheet.SheetStore> stores = new ArrayList<>();
    List<RecoverySheet.SheetShelf> all = new ArrayList<>();
    for (Path folder : folders) {
      try (OpenedForAdoption opened = OpenedForAdoption.at(desk, folder)) {
        OpenStore store = opened.store();
        Optional<LogHead> head =
            end.isPresent() ? Optional.of(end.get().in(store)) : Optional.empty();
        stores.add(
            new RecoverySheet.SheetStore(
                store.id(),
                folder,
                head,
                store.store().description().isEncrypted(),
                mirror,
                Drills.rhythmIn(settings.home(), store.id())));
        for (RecordedShelf shelf : store.catalogue().shelves().all()) {
          if (shelf.kind() == ShelfKind.WORKING) {
            all.add(
                new RecoverySheet.SheetShelf(
                    store.id(), shelf.id(), shelf.name(), Path.of(shelf.folder())));
          }
        }
      }
    }
    return new RecoverySheet(
        settings.clock().instant(),
        settings.person(),
        Optional.empty(),
        Optional.empty(),
        stores,
        all,
        arrivals,
        Spools.limitIn(settings.home()));
  }
}
