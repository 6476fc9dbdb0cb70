package org.mendedleaf.core.stores;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyFile;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.store.EncryptedCopy;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Makes a plain store an encrypted one, changes passphrases, and gives keys out for a watch that
 * nobody sits at. Safe for several threads.
 */
public final class Encryption {

  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final Mirrors mirrors;
  private final Spools spools;

  Encryption(OpenDesk desk, OfficeSettings settings, Mirrors mirrors, Spools spools) {
    this.spools = spools;
    this.desk = desk;
    this.settings = settings;
    this.mirrors = mirrors;
  }

  /**
   * The encryption of a store that is being made.
   *
   * @throws SentenceException if the passphrase is too short
   */
  public static Secrecy chosen(Passphrase passphrase, Optional<RecoveryKey> recovery)
      throws SentenceException {
    if (!passphrase.isLongEnough()) {
      throw new SentenceException(
          "The passphrase has fewer than %d characters, so it could be found by trying. Nothing was changed; several words do well."
              .formatted(Passphrase.SHORTEST));
    }
    return new Secrecy(passphrase, Stretching.STANDARD, recovery);
  }

  /** A recovery key that nobody has. */
  public RecoveryKey newRecoveryKey() {
    return RecoveryKey.random(settings.random());
  }

  /**
   * What making an encrypted copy takes.
   *
   * @param bytes that are read and written
   * @param free on the drive of the copy
   * @param mirror one that is not encrypted and stays as it is, if there is any
   */
  public record CopyPlan(long bytes, long free, Optional<Path> mirror) {

    /** Whether there is room for it. */
    public boolean fits() {
      return bytes <= free;
    }
  }

  /** Looks what making an encrypted copy would take; nothing is changed. */
  public CopyPlan rehearse(String store, Path to) throws IOException {
    OpenStore plain = desk.store(store);
    requirePlain(plain);
    Path place = to.toAbsolutePath().normalize();
    long bytes = 0;
    for (SheafId sheaf : plain.catalogue().ledger().sheaves()) {
      bytes += plain.store().lengthOf(sheaf);
    }
    Path there = place;
    while (there.getParent() != null && !Files.exists(there)) {
      there = there.getParent();
    }
    return new CopyPlan(
        bytes, settings.places().freeBytes(there), mirrors.of(store).map(MirrorState::folder));
  }

  private static void requirePlain(OpenStore store) throws SentenceException {
    if (store.store().description().isEncrypted()) {
      throw new SentenceException(
          "The store %s is encrypted already. Nothing was changed."
              .formatted(store.store().root()));
    }
  }

  /**
   * Copies a plain store, encrypted, and uses the copy from then on. The plain one stays where it
   * is and is not used any more. Stopped, and begun again, it goes on.
   */
  public void encrypt(String store, Path to, Secrecy secrecy, Progress progress)
      throws IOException {
    if (desk.spoolPlace(store).isWaiting()) {
      // It lies there in plain, and could not be read with the key of the copy.
      var unusedReport = spools.moveOver(store, progress);
    }
    OpenStore plain = desk.store(store);
    requirePlain(plain);
    if (desk.spoolPlace(store).isWaiting()) {
      throw new SentenceException(
          "Something that was recorded while the store %s was away still waits on this computer. Nothing was changed; “mended-leaf store spool --move” moves it over, then try again."
              .formatted(plain.folder()));
    }
    Path place = to.toAbsolutePath().normalize();
    Path root = plain.store().root();
    if (place.startsWith(root) || root.startsWith(place)) {
      throw new SentenceException(
          "%s and the store %s lie inside each other. Nothing was changed; choose another folder."
              .formatted(place, root));
    }
    desk.tidying().lock();
    try (EncryptedCopy copy = begin(plain.store(), place, secrecy)) {
      copyAll(copy, plain.catalogue(), progress);
      List<Long> shelves =
          plain.catalogue().shelves().all().stream().map(RecordedShelf::id).toList();
      // Nothing is recorded into the plain one any more from here on, at this desk.
      try (Turns.Turn unusedTurn = desk.turns().take(store, shelves)) {
        copyAll(copy, plain.catalogue(), progress);
        copy.complete();
        settings.keys().with(store, copy.key());
        mirrors.off(store);
        var unused = desk.reopenEncrypted(store, place);
      }
    } catch (DamagedContentException e) {
      throw new SentenceException(
          "The store %s is damaged, so it was not encrypted: %s. It is as it was; “mended-leaf verify --repair” mends what can be mended, then try again."
              .formatted(root, e.getMessage()),
          e);
    } finally {
      desk.tidying().unlock();
    }
  }

  private EncryptedCopy begin(Store plain, Path place, Secrecy secrecy) throws IOException {
    plain.description().access().makeFolders(place);
    try {
      return EncryptedCopy.begin(
          plain, place, secrecy, desk.desk().id(), settings.places().at(place), settings.random());
    } catch (FileAlreadyExistsException e) {
      throw new SentenceException(
          "%s is not empty, so no copy was made there. Choose an empty folder.".formatted(place),
          e);
    }
  }

  /** Until nothing was committed meanwhile, here or elsewhere. */
  private static void copyAll(EncryptedCopy copy, Catalogue catalogue, Progress progress)
      throws IOException {
    long end;
    do {
      catalogue.catchUp();
      end = catalogue.commits();
      List<SheafId> living = catalogue.ledger().sheaves();
      progress.phase(Phase.WRITING, living.size(), 0);
      copy.bringUp(end, living, Mirrors.between(progress));
      catalogue.catchUp();
    } while (catalogue.commits() != end);
  }

  /**
   * Opens a store that is known here and locked, until the program ends.
   *
   * @throws org.mendedleaf.core.store.format.LockedStoreException if the passphrase is wrong
   */
  public void unlock(String store, Passphrase passphrase) throws IOException {
    Path place = desk.folderOf(store);
    settings.keys().open(Store.describedIn(place), place.toString(), passphrase);
    var unused = desk.store(store);
  }

  /**
   * The same with what somebody typed, which may be the recovery key as well: no passphrase that a
   * person chose has its check digits.
   */
  public void unlock(String store, String typed) throws IOException {
    Optional<RecoveryKey> recovery = RecoveryKey.read(typed);
    if (recovery.isEmpty()) {
      unlock(store, Passphrase.of(typed));
      return;
    }
    recover(desk.folderOf(store), recovery.get());
    var unused = desk.store(store);
  }

  /** Opens a store whose passphrase nobody knows any more; it stays open until the program ends. */
  public void recover(Path folder, RecoveryKey recovery) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    settings.keys().recover(Store.describedIn(place), place.toString(), recovery);
  }

  /** Lets another passphrase open a store from now on; nothing else is written. */
  public void change(String store, Secrecy secrecy) throws IOException {
    Store opened = desk.store(store).store();
    if (!opened.description().isEncrypted()) {
      throw new SentenceException(
          "The store %s is not encrypted. “mended-leaf store encrypt DIR” makes an encrypted copy of it."
              .formatted(opened.root()));
    }
    opened.protect(secrecy);
    desk.spoolPlace(opened.description().id()).remember(opened);
  }

  /** Writes the key of a store into a file that only its owner may read. */
  public void writeKey(String store, Path file) throws IOException {
    Store opened = desk.store(store).store();
    String text =
        KeyFile.text(
            store,
            opened
                .key()
                .orElseThrow(
                    () ->
                        new SentenceException(
                            "The store %s is not encrypted, so there is no key to write."
                                .formatted(opened.root()))));
    DeskFile.at(file).write(text);
  }
}
