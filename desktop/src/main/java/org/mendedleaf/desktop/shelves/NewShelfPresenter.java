package org.mendedleaf.desktop.shelves;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.core.stores.Encryption;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** Makes shelves, with their stores where there are none yet; knows no nodes. */
final class NewShelfPresenter {

  private final Context context;
  private final ReadOnlyObjectWrapper<DriveOutlook> outlook = new ReadOnlyObjectWrapper<>();
  private long asked;

  NewShelfPresenter(Context context) {
    this.context = context;
  }

  /**
   * The facts about a place for a store that one should know before choosing it.
   *
   * @param free bytes
   * @param sameDrive whether what is recorded would lie on the drive of the recorded folder
   * @param hasStore whether a store lies there already
   */
  record DriveOutlook(long free, boolean sameDrive, boolean hasStore) {}

  /** With what a new store is to be encrypted. */
  record WantedSecret(Passphrase passphrase, RecoveryKey recovery) {}

  /** A recovery key that nobody has. */
  RecoveryKey newRecoveryKey() {
    return context.office().stores().encryption().newRecoveryKey();
  }

  /** Null while no place is named, and until it is known or where nothing can be known of it. */
  ReadOnlyObjectProperty<DriveOutlook> outlookProperty() {
    return outlook.getReadOnlyProperty();
  }

  /** A store that is known already is the likely place for the next shelf. */
  void suggestStore(Consumer<Path> suggestion) {
    context.ask(
        () -> context.office().stores().known(),
        stores ->
            stores.stream()
                .filter(StoreFacts::here)
                .findFirst()
                .map(StoreFacts::folder)
                .ifPresent(suggestion));
  }

  /** Looks at the place that is written for a store, beside the folder that is written. */
  void look(String folder, String store) {
    long mine = ++asked;
    outlook.set(null);
    if (store.isBlank()) {
      return;
    }
    context
        .background()
        .ask(
            () -> outlook(folder.strip(), Shown.pathWritten(store.strip())),
            found -> {
              if (mine == asked) {
                outlook.set(found);
              }
            },
            // Whoever is still typing has not named a place yet.
            problem -> {});
  }

  private static DriveOutlook outlook(String folder, Path store) throws IOException {
    Path existing = store.toAbsolutePath();
    while (!Files.exists(existing)) {
      existing = Objects.requireNonNull(existing.getParent());
    }
    return new DriveOutlook(
        Files.getFileStore(existing).getUsableSpace(),
        !folder.isEmpty() && ShelfPlaces.sameDrive(Shown.pathWritten(folder), store),
        isThere(store));
  }

  /** Records a folder from now on, or later; whoever makes a shelf keeps it. */
  void protect(
      Path folder, Path store, Optional<WantedSecret> secret, Role others, Recording recording) {
    context.ask(
        () -> {
          if (!isThere(store)) {
            ShelfPlaces.requireApart(folder, store);
            make(store, secret);
          }
          return add(context.office(), folder, store, others, recording);
        },
        shelf -> {
          context.go(new Place.OneShelf(shelf, InnerPath.ROOT));
          if (recording == Recording.ON) {
            new Captures(context).capture(shelf);
          }
        });
  }

  private static Shelf add(Office office, Path folder, Path store, Role others, Recording recording)
      throws IOException {
    NamedPlan plan = ReadyPlans.firstChoice(office.settings().zone(), DayOfWeek.MONDAY);
    return office
        .shelves()
        .add(folder, store, Optional.empty(), kept(office, others), recording, Optional.of(plan));
  }

  /** Makes a shelf that has no folder. */
  void makeDeposit(String name, Path store, Optional<WantedSecret> secret, Role others) {
    context.ask(
        () -> {
          Office office = context.office();
          if (!isThere(store)) {
            make(store, secret);
          }
          return office.shelves().addDeposit(store, name, kept(office, others));
        },
        shelf -> context.go(new Place.OneShelf(shelf, InnerPath.ROOT)));
  }

  private void make(Path store, Optional<WantedSecret> secret) throws IOException {
    Optional<Secrecy> secrecy =
        secret.isPresent()
            ? Optional.of(
                Encryption.chosen(secret.get().passphrase(), Optional.of(secret.get().recovery())))
            : Optional.empty();
    var unused = context.office().stores().make(store, false, secrecy);
  }

  private static boolean isThere(Path store) {
    return Files.exists(store.resolve("store.json"));
  }

  private static People kept(Office office, Role others) {
    return new People(Map.of(office.settings().person(), Role.KEEPER), others);
  }

  /** Whether there is a folder of this name, to begin choosing in; asks the drive. */
  void ifFolder(String written, Consumer<Optional<Path>> answer) {
    context.ask(
        () ->
            written.isBlank()
                ? Optional.<Path>empty()
                : Optional.of(Shown.pathWritten(written)).filter(Files::isDirectory),
        answer);
  }
}
