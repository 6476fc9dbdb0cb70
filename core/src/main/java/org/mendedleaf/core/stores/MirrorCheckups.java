package org.mendedleaf.core.stores;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.format.SheafId;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Goes over the mirror of a store a slice at a time: a second copy that nobody reads is none. What
 * is damaged or missing in it is taken over from the store anew. Safe for several threads.
 */
public final class MirrorCheckups {

  private static final Logger LOG = LoggerFactory.getLogger(MirrorCheckups.class);

  /** The bytes that are read at a time: a mirror often lies where reading is slow. */
  private static final long MOST = 256L << 20;

  private final Mirrors mirrors;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  MirrorCheckups(Mirrors mirrors, OpenDesk desk, OfficeSettings settings) {
    this.mirrors = mirrors;
    this.desk = desk;
    this.settings = settings;
  }

  /** How far it is; empty where there is no mirror, or it cannot be reached. */
  public Optional<Checkup> state(String store) throws IOException {
    OpenStore opened = desk.store(store);
    Optional<Mirror> reachable = mirrors.reachable(opened);
    if (reachable.isEmpty()) {
      return Optional.empty();
    }
    try (Mirror mirror = reachable.get()) {
      return Optional.of(slices(store).state(new MirrorPlace(opened, mirror)));
    }
  }

  /**
   * Reads what is due of it.
   *
   * @return how many sheaves were read; 0 where there is no mirror, it cannot be reached, or it is
   *     being brought up
   */
  public int slice(String store, Progress progress) throws IOException {
    return slice(store, MOST, progress);
  }

  /**
   * The same.
   *
   * @param most about so many bytes are read
   */
  public int slice(String store, long most, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    try {
      return mirrors.ifIdle(
          opened, mirror -> slices(store).slice(new MirrorPlace(opened, mirror), most, progress));
    } catch (IOException e) {
      if (mirrors.isThere(store)) {
        throw e;
      }
      // Its drive was taken away in the middle; what was read in this slice is read again.
      return 0;
    }
  }

  private SheafSlices slices(String store) {
    return new SheafSlices(SheafChecks.ofMirror(settings.home(), store), settings.clock());
  }

  /** The sheaves that the mirror is to have, as they lie there. */
  private record MirrorPlace(OpenStore store, Mirror mirror) implements SheafSlices.SheafPlace {

    @Override
    public List<SheafId> sheaves() throws IOException {
      Catalogue catalogue = store.catalogue();
      return catalogue.ledger().sheaves();
    }

    @Override
    public long length(SheafId sheaf) throws IOException {
      // One that is missing has to be copied from the store.
      return store.store().lengthOf(sheaf);
    }

    @Override
    public boolean isWhole(SheafId sheaf) throws IOException {
      try {
        return mirror.has(sheaf) || mirror.takeAnew(store.store(), sheaf);
      } catch (IOException e) {
        if (!Mirror.isOne(mirror.folder())) {
          throw e;
        }
        LOG.warn(
            "A file of the mirror in {} can be neither read nor replaced.", mirror.folder(), e);
        return false;
      }
    }
  }
}
