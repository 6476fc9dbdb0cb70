package org.mendedleaf.core.stores;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.MirrorMark;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Second copies of stores at other places: brought up after each capture, caught up after absence,
 * and made the store where the first is gone. Safe for several threads; any method may take as long
 * as copying what is missing.
 */
public final class Mirrors {

  private static final Logger LOG = LoggerFactory.getLogger(Mirrors.class);

  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final KnownMirrors known;
  private final ReentrantLock copying = new ReentrantLock();

  Mirrors(OpenDesk desk, OfficeSettings settings) {
    this.desk = desk;
    this.settings = settings;
    this.known = new KnownMirrors(settings.home());
  }

  /** How far the mirror of a store is; empty if it has none. */
  public Optional<MirrorState> of(String store) throws IOException {
    Optional<KnownMirrors.KnownMirror> mirror = known.of(store);
    if (mirror.isEmpty()) {
      return Optional.empty();
    }
    long commits = desk.store(store).catalogue().commits();
    Path folder = mirror.get().folder();
    if (!Mirror.isOne(folder)) {
      long lag = commits - mirror.get().commits();
      return Optional.of(new MirrorState(folder, false, mirror.get().at(), lag, 0));
    }
    try {
      MirrorMark mark = Mirror.mark(folder).orElseThrow();
      return Optional.of(
          new MirrorState(folder, true, mark.at(), commits - mark.commits(), mark.missing()));
    } catch (DamagedContentException e) {
      // Nothing that it says counts; all of it is compared anew when it is brought up.
      return Optional.of(new MirrorState(folder, true, Optional.empty(), commits, 0));
    }
  }

  /**
   * Keeps a mirror of a store in a folder from now on: one that is empty or does not exist, or in
   * which a mirror of this store lies already.
   */
  public MirrorState set(String store, Path folder, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    Path place = folder.toAbsolutePath().normalize();
    requireOutside(opened, place);
    copying.lock();
    try (Mirror unused = open(opened, place)) {
      known.note(store, new KnownMirrors.KnownMirror(place, Optional.empty(), 0));
    } finally {
      copying.unlock();
    }
    return bringUp(store, progress).orElseThrow();
  }

  /** Keeps a mirror in a folder that cannot be reached now; it is brought up when it is back. */
  public void expect(String store, Path folder) throws IOException {
    known.note(store, new KnownMirrors.KnownMirror(folder, Optional.empty(), 0));
  }

  /** Where the desk of a home keeps a mirror of a store. */
  public static Optional<Path> placeKnownIn(Path home, String store) throws IOException {
    return new KnownMirrors(home).of(store).map(KnownMirrors.KnownMirror::folder);
  }

  private void requireOutside(OpenStore store, Path place) throws SentenceException {
    Path root = store.store().root();
    if (place.startsWith(root) || root.startsWith(place)) {
      throw new SentenceException(
          "%s and the store %s lie inside each other, so neither would be a copy of the other. Nothing was changed; choose another folder, best on another drive."
              .formatted(place, root));
    }
    for (Desk.Binding binding : desk.desk().bindings()) {
      if (place.startsWith(binding.folder())) {
        throw new SentenceException(
            "%s lies in the shelf folder %s, so the mirror would be recorded. Nothing was changed; choose a place outside, best on another drive."
                .formatted(place, binding.folder()));
      }
    }
  }

  private Mirror open(OpenStore store, Path folder) throws IOException {
    try {
      if (Files.notExists(folder)) {
        store.store().description().access().makeFolders(folder);
      }
      return Mirror.of(store.store(), folder, settings.places().at(folder), settings.random());
    } catch (FileAlreadyExistsException e) {
      throw new SentenceException(
          "%s is not empty, so no mirror was made there. Choose an empty folder.".formatted(folder),
          e);
    }
  }

  /** Keeps no mirror any more; what lies there stays. */
  public void off(String store) throws IOException {
    known.forget(store);
  }

  /**
   * Brings the mirror of a store up to it.
   *
   * @return empty if it has none
   * @throws SentenceException if the mirror cannot be reached
   */
  public Optional<MirrorState> bringUp(String store, Progress progress) throws IOException {
    Optional<KnownMirrors.KnownMirror> mirror = known.of(store);
    if (mirror.isEmpty()) {
      return Optional.empty();
    }
    Path folder = mirror.get().folder();
    OpenStore opened = desk.store(store);
    if (!Mirror.isOne(folder)) {
      throw new SentenceException(
          "The mirror in %s cannot be reached; perhaps its drive is away. The store itself is whole, and the mirror catches up when it is back."
              .formatted(folder));
    }
    copying.lock();
    try (Mirror open = open(opened, folder)) {
      Catalogue catalogue = opened.catalogue();
      catalogue.catchUp();
      progress.phase(Phase.WRITING, 0, 0);
      MirrorMark mark =
          open.bringUp(
              opened.store(),
              catalogue.commits(),
              catalogue.ledger().sheaves(),
              catalogue::areRetired,
              settings.clock().instant(),
              between(progress));
      known.note(store, new KnownMirrors.KnownMirror(folder, mark.at(), mark.commits()));
    } finally {
      copying.unlock();
    }
    return of(store);
  }

  static Mirror.Between between(Progress progress) {
    return bytes -> {
      progress.checkCancelled();
      progress.advanced(1, bytes);
    };
  }

  /**
   * Brings it up if it is there and behind: after a capture, which is committed by now and must not
   * fail for it, and in idle moments.
   */
  public void catchUp(String store) {
    if (!copying.tryLock()) {
      // It is being brought up just now; a capture does not wait for that.
      return;
    }
    try {
      Optional<MirrorState> mirror = of(store);
      if (mirror.isPresent() && mirror.get().here() && mirror.get().lag() != 0) {
        var unused = bringUp(store, Progress.NONE);
      }
    } catch (IOException e) {
      LOG.warn("The mirror of the store {} could not be brought up.", store, e);
    } finally {
      copying.unlock();
    }
  }

  /**
   * Reads every byte of the mirror, and takes over anew what is damaged in it.
   *
   * @return how many files of it were damaged
   */
  public int check(String store, Progress progress) throws IOException {
    Optional<MirrorState> state = bringUp(store, progress);
    if (state.isEmpty()) {
      throw new SentenceException("This store has no mirror.");
    }
    OpenStore opened = desk.store(store);
    copying.lock();
    try (Mirror open = open(opened, state.get().folder())) {
      progress.phase(Phase.CHECKING, 0, 0);
      List<org.mendedleaf.core.store.format.SheafId> living = opened.catalogue().ledger().sheaves();
      return open.check(opened.store(), living, between(progress));
    } finally {
      copying.unlock();
    }
  }

  /** The mirror of a store, to heal it from; empty where there is none or it cannot be reached. */
  Optional<Mirror> reachable(OpenStore store) throws IOException {
    Optional<KnownMirrors.KnownMirror> mirror = known.of(store.id());
    return mirror.isPresent() && Mirror.isOne(mirror.get().folder())
        ? Optional.of(open(store, mirror.get().folder()))
        : Optional.empty();
  }

  /** Whether a store has a mirror that can be reached. */
  boolean isThere(String store) throws IOException {
    return known.of(store).filter(mirror -> Mirror.isOne(mirror.folder())).isPresent();
  }

  /** Work with a mirror. */
  interface MirrorWork {
    int with(Mirror mirror) throws IOException;
  }

  /** Works with the mirror of a store unless it is being brought up just now, or not there: 0. */
  int ifIdle(OpenStore store, MirrorWork work) throws IOException {
    if (!copying.tryLock()) {
      return 0;
    }
    try {
      Optional<Mirror> reachable = reachable(store);
      if (reachable.isEmpty()) {
        return 0;
      }
      try (Mirror mirror = reachable.get()) {
        return work.with(mirror);
      }
    } finally {
      copying.unlock();
    }
  }

  /** Lets a mirror follow a store that has taken over what it had beyond the store's log. */
  void beginAnew(OpenStore store, Progress progress) throws IOException {
    Optional<Mirror> reachable = reachable(store);
    if (reachable.isPresent()) {
      try (Mirror mirror = reachable.get()) {
        mirror.beginAnew();
      }
      var unused = bringUp(store.id(), progress);
    }
  }

  /**
   * Makes a mirror the store, where the first is gone: it is recorded into from now on, and what
   * the first had beyond it is given up.
   *
   * @throws SentenceException if the first can still be reached, or no mirror lies there
   */
  public void become(Path folder) throws IOException {
    Path place = folder.toAbsolutePath().normalize();
    MirrorMark mark =
        Mirror.mark(place)
            .orElseThrow(
                () ->
                    new SentenceException(
                        "No mirror lies in %s. Nothing was changed.".formatted(place)));
    for (Desk.KnownStore one : desk.desk().stores()) {
      if (one.id().equals(mark.store())
          && !one.folder().equals(place)
          && Store.liesIn(one.folder())) {
        throw new SentenceException(
            "The store itself can be reached in %s, so its mirror stays a mirror. Nothing was changed."
                .formatted(one.folder()));
      }
    }
    Mirror.becomeStore(place, settings.places().at(place));
    OpenStore opened = desk.reopen(mark.store(), place);
    if (opened.trouble().isPresent()) {
      opened.acceptLog();
    }
    if (known
        .of(mark.store())
        .map(KnownMirrors.KnownMirror::folder)
        .filter(place::equals)
        .isPresent()) {
      known.forget(mark.store());
    }
  }
}
