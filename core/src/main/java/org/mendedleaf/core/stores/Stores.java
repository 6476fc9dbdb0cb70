package org.mendedleaf.core.stores;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.upkeep.Upkeep;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The stores that this desk knows. Safe for several threads; any method may take long. */
public final class Stores {

  private static final Logger LOG = LoggerFactory.getLogger(Stores.class);

  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final Mirrors mirrors;
  private final Spools spools;
  private final ColdSheaves coldSheaves;

  public Stores(OpenDesk desk, OfficeSettings settings) {
    this.desk = desk;
    this.settings = settings;
    this.mirrors = new Mirrors(desk, settings);
    this.spools = new Spools(desk, settings);
    this.coldSheaves = new ColdSheaves(desk, settings);
  }

  /** Their encryption. */
  public Encryption encryption() {
    return new Encryption(desk, settings, mirrors, spools);
  }

  /** What is recorded on this desk while one is away. */
  public Spools spools() {
    return spools;
  }

  /** What lies in them unchanged for long. */
  public ColdSheaves coldSheaves() {
    return coldSheaves;
  }

  /** Their second copies. */
  public Mirrors mirrors() {
    return mirrors;
  }

  /** Makes a store in a folder that is empty or does not exist. */
  public StoreFacts make(Path folder) throws IOException {
    return make(folder, false);
  }

  /**
   * The same.
   *
   * @param sharedWithGroup whether the group of the folder may enter it as well: several people's
   *     desks; else only who makes it
   */
  public StoreFacts make(Path folder, boolean sharedWithGroup) throws IOException {
    return make(folder, sharedWithGroup, Optional.empty());
  }

  /**
   * The same.
   *
   * @param secrecy how it is encrypted; empty for a plain store
   */
  public StoreFacts make(Path folder, boolean sharedWithGroup, Optional<Secrecy> secrecy)
      throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    refuseInsideShelf(place);
    StoreParameters parameters =
        sharedWithGroup ? settings.parameters().sharedWithGroup() : settings.parameters();
    Store store = made(place, parameters, secrecy);
    store.key().ifPresent(key -> settings.keys().with(store.description().id(), key));
    OpenStore opened = OpenStore.of(store, settings, desk.desk().id());
    note(opened, Act.MAKE);
    desk.remember(opened, place);
    return facts(opened);
  }

  private Store made(Path place, StoreParameters parameters, Optional<Secrecy> secrecy)
      throws SentenceException {
    try {
      parameters.access().makeFolders(place);
      return Store.make(
          place,
          parameters,
          secrecy,
          settings.clock().instant(),
          desk.desk().id(),
          settings.places().at(place),
          settings.random());
    } catch (FileAlreadyExistsException e) {
      throw new SentenceException(
          "%s is not empty, so no store was made there. Choose an empty folder, or open the store that lies there."
              .formatted(place),
          e);
    } catch (IOException e) {
      throw new SentenceException(
          "No store could be made in %s: %s. Nothing was changed.".formatted(place, reason(e)), e);
    }
  }

  /**
   * Lets this desk write to a store whose place serves one desk only, instead of the desk that did
   * so far.
   */
  public StoreFacts takeOver(Path folder) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    OpenStore opened = desk.storeAt(place);
    Optional<String> writer = opened.store().onlyDesk();
    if (writer.isEmpty()) {
      throw new SentenceException(
          "The store in %s serves several desks at once, so there is nothing to take over."
              .formatted(place));
    }
    if (!writer.get().equals(desk.desk().id())) {
      opened.store().takeOver(desk.desk().id());
      note(opened, Act.TAKE_OVER);
    }
    return facts(opened);
  }

  /** Commits an act on the store itself, which says all there is to say. */
  private void note(OpenStore opened, Act act) throws IOException {
    Journal.Draft draft =
        new Journal.Draft(
            act,
            OptionalLong.empty(),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            List.of());
    var unused = opened.journal().commit(draft);
  }

  /** Makes a store that exists already known here. */
  public StoreFacts open(Path folder) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    OpenStore opened = desk.openAt(place);
    desk.remember(opened, place);
    return facts(opened);
  }

  /** All stores that are known here, those that cannot be reached too. */
  public List<StoreFacts> known() throws IOException {
    List<StoreFacts> facts = new ArrayList<>();
    for (Desk.KnownStore known : desk.desk().stores()) {
      facts.add(factsOf(known));
    }
    return facts;
  }

  /**
   * One of them.
   *
   * @throws SentenceException if it is not known here
   */
  public StoreFacts facts(String store) throws IOException {
    for (Desk.KnownStore known : desk.desk().stores()) {
      if (known.id().equals(store)) {
        return factsOf(known);
      }
    }
    throw new SentenceException("This store is not known here any more.");
  }

  /** Files of which revisions cannot be read because of damage that is known. */
  public List<VerifyReport.HurtFile> hurtFiles(String store) throws IOException {
    Catalogue catalogue = desk.store(store).catalogue();
    return catalogue.damage().any() || catalogue.isPartial()
        ? RevisionCheck.ofSuspects(catalogue, Progress.NONE).files()
        : List.of();
  }

  /** One bad store must not hide the others. */
  private StoreFacts factsOf(Desk.KnownStore known) {
    try {
      return Store.liesIn(known.folder())
          ? facts(desk.store(known.id()))
          : StoreFacts.away(known.id(), known.folder());
    } catch (LockedStoreException e) {
      return StoreFacts.locked(known.id(), known.folder());
    } catch (IOException e) {
      LOG.warn("The store {} could not be looked at.", known.folder(), e);
      return StoreFacts.away(known.id(), known.folder());
    }
  }

  /** The store that lies in this folder, or the only one that is known. */
  public String id(Optional<Path> folder) throws IOException {
    if (folder.isPresent()) {
      return desk.storeAt(folder.get().toAbsolutePath().normalize()).id();
    }
    List<Desk.KnownStore> known = desk.desk().stores();
    if (known.size() != 1) {
      throw new SentenceException(
          known.isEmpty()
              ? "No store is known here yet. “mended-leaf store make DIR” makes one."
              : "Several stores are known here; say which with --store DIR.");
    }
    return known.get(0).id();
  }

  /** Open stores of which a part could not be read, a sentence for each. */
  public List<String> partial() throws IOException {
    List<String> sentences = new ArrayList<>();
    for (Desk.KnownStore known : desk.desk().stores()) {
      if (desk.isOpen(known.id()) && desk.store(known.id()).catalogue().isPartial()) {
        sentences.add(
            "A part of the store %s is damaged or lost; what could be read of it is shown. “mended-leaf verify --deep” says what is damaged."
                .formatted(known.folder()));
      }
    }
    return sentences;
  }

  /** The acts of a store, oldest first. */
  public List<LedgerEntry> ledger(String store) throws IOException {
    OpenStore opened = desk.store(store);
    opened.catalogue().lookForNews();
    return opened.catalogue().ledger().all();
  }

  /** What is wrong with the chain of acts of a store; nothing if it is whole. */
  public List<VerifyReport.Damage> chain(String store) throws IOException {
    return new Verification(desk.store(store).catalogue()).chain();
  }

  /** Checks a store against its checksums; when each sheaf was read is remembered. */
  public VerifyReport verify(String store, VerifyDepth depth, Progress progress)
      throws IOException {
    return checkups(store).verify(depth, false, progress);
  }

  /** The same, going on where a check of the last day was stopped. */
  public VerifyReport verifyOn(String store, VerifyDepth depth, Progress progress)
      throws IOException {
    return checkups(store).verify(depth, true, progress);
  }

  /** How a store is gone over a slice at a time. */
  public Checkups checkups(String store) throws IOException {
    return new Checkups(
        desk.store(store).catalogue(), SheafChecks.of(settings.home(), store), settings.clock());
  }

  /** How the mirrors of stores are gone over a slice at a time. */
  public MirrorCheckups mirrorCheckups() {
    return new MirrorCheckups(mirrors, desk, settings);
  }

  /** How a store is mended as far as it can be. */
  public StoreRepair repair(String store) throws IOException {
    return new StoreRepair(desk, desk.store(store), settings, mirrors);
  }

  /** Goes on from where the log of a store ends now; what this desk saw beyond it is given up. */
  public void acceptLog(String store) throws IOException {
    desk.store(store).acceptLog();
  }

  /** Builds the catalogue of a store again from the store; returns the number of acts. */
  public long rebuild(String store) throws IOException {
    return desk.store(store).catalogue().rebuild();
  }

  /** Keeps a store tidy; for idle moments. */
  public Upkeep.UpkeepDone upkeep(String store) throws IOException {
    OpenStore opened = desk.store(store);
    desk.tidying().lock();
    try {
      return upkeep(opened);
    } finally {
      desk.tidying().unlock();
    }
  }

  /** What follows a capture: it is committed by now, and nothing of this must fail it. */
  public void follow(OpenStore store) {
    if (store.isSpool()) {
      return;
    }
    tidyIfDue(store);
    mirrors.catchUp(store.id());
  }

  private void tidyIfDue(OpenStore store) {
    if (!desk.tidying().tryLock()) {
      // Somebody is doing it just now.
      return;
    }
    try {
      if (new Upkeep(store.catalogue(), store.journal()).isDue(settings.clock().instant())) {
        var unused = upkeep(store);
      }
    } catch (IOException e) {
      LOG.warn("The store {} could not be tidied; nothing is lost.", store.store().root(), e);
    } finally {
      desk.tidying().unlock();
    }
  }

  private Upkeep.UpkeepDone upkeep(OpenStore store) throws IOException {
    return new Upkeep(store.catalogue(), store.journal())
        .run(settings.clock().instant(), settings.person());
  }

  private StoreFacts facts(OpenStore store) throws IOException {
    Path root = store.store().root();
    boolean same = false;
    for (Desk.Binding binding : desk.desk().bindings()) {
      same |= binding.store().equals(store.id()) && ShelfPlaces.sameDrive(binding.folder(), root);
    }
    Optional<LogHead> head = store.catalogue().head();
    return new StoreFacts(
        store.id(),
        root,
        true,
        ShelfPlaces.bytesIn(root),
        settings.places().freeBytes(root),
        same,
        store.store().durability().confirmsWrites(),
        store.store().description().trial(),
        store.store().description().isEncrypted(),
        head.map(LogHead::number).map(OptionalLong::of).orElse(OptionalLong.empty()),
        head.map(LogHead::hash).map(ContentId::hex).orElse(""));
  }

  private void refuseInsideShelf(Path place) throws SentenceException {
    for (Desk.Binding binding : desk.desk().bindings()) {
      if (place.startsWith(binding.folder())) {
        throw new SentenceException(
            "%s lies in the shelf folder %s, so a store there would record itself. Nothing was changed; choose a place outside, best on another drive."
                .formatted(place, binding.folder()));
      }
    }
  }

  static String reason(IOException e) {
    if (e instanceof java.nio.file.AccessDeniedException) {
      return "there is no permission to write there";
    }
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }
}
