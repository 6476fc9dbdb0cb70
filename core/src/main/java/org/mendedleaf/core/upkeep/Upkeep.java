package org.mendedleaf.core.upkeep;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.store.AbandonedWrites;
import org.mendedleaf.core.store.Packing;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps a store tidy when there is nothing else to do: packs small sheaves, folds the log, deletes
 * what was retired long enough ago. Each step can be left out or cut off at any point without loss.
 */
public final class Upkeep {

  private static final Logger LOG = LoggerFactory.getLogger(Upkeep.class);

  /** The time for which other desks may still read from a retired sheaf. */
  public static final Duration RETIRED_FOR = Duration.ofMinutes(10);

  /** Fewer small sheaves are not worth a commit. */
  private static final int ENOUGH = 24;

  private final Catalogue catalogue;
  private final Journal journal;
  private final int enough;

  public Upkeep(Catalogue catalogue, Journal journal) {
    this(catalogue, journal, ENOUGH);
  }

  /**
   * @param enough so many small sheaves are worth a commit
   */
  public Upkeep(Catalogue catalogue, Journal journal, int enough) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.enough = enough;
  }

  /**
   * What was done.
   *
   * @param packed how many sheaves were put together into one
   * @param deleted how many retired sheaves were deleted
   * @param folded how many log segments were folded
   */
  public record UpkeepDone(int packed, int deleted, int folded) {}

  /** Whether there is enough to do; asked after each capture, so it costs little. */
  public boolean isDue(Instant now) throws IOException {
    return catalogue.ledger().sheavesSincePacking() >= enough
        || catalogue.store().log().isWorthFolding(catalogue.commits())
        || !catalogue.ledger().retiredBefore(now.minus(RETIRED_FOR)).isEmpty();
  }

  public UpkeepDone run(Instant now, String by) throws IOException {
    catalogue.catchUp();
    int packed = pack(now, by);
    int deleted = deleteRetired(now);
    AbandonedWrites.delete(catalogue.store().abandonedWrites().find());
    int folded = catalogue.store().log().fold(catalogue.commits());
    keepReserve();
    catalogue.keep();
    return new UpkeepDone(packed, deleted, folded);
  }

  /** The reserve is only a precaution, so its failure stops nothing else. */
  private void keepReserve() {
    try {
      catalogue.store().reserve().keep();
    } catch (IOException e) {
      LOG.info("No room is kept for erasing: {}", e.getMessage());
    }
  }

  private int pack(Instant now, String by) throws IOException {
    try {
      return packOnce(now, by);
    } catch (NoSuchFileException | DamagedContentException e) {
      // Another desk's erasure may have taken a sheaf away meanwhile; the next time will do.
      if (catalogue.catchUp() == 0) {
        throw e;
      }
      return 0;
    }
  }

  private int packOnce(Instant now, String by) throws IOException {
    Packing packing = catalogue.store().packing();
    List<SheafId> small = packing.small(catalogue.ledger().sheaves());
    if (small.size() < enough) {
      return 0;
    }
    Optional<Packing.Packed> packed = packing.pack(small, enough);
    if (packed.isEmpty()) {
      return 0;
    }
    if (!journal.pack(packed.get().sheaf(), packed.get().from(), now, by)) {
      packing.delete(packed.get().sheaf().id());
      return 0;
    }
    return packed.get().from().size();
  }

  private int deleteRetired(Instant now) throws IOException {
    List<SheafId> due = catalogue.ledger().retiredBefore(now.minus(RETIRED_FOR));
    return delete(catalogue, due) + deleteErased(catalogue);
  }

  /** Deletes what erasing has retired, which does not wait for readers. */
  public static int deleteErased(Catalogue catalogue) throws IOException {
    return delete(catalogue, catalogue.ledger().retiredByErasing());
  }

  private static int delete(Catalogue catalogue, List<SheafId> due) throws IOException {
    if (due.isEmpty()) {
      return 0;
    }
    if (!catalogue.areRetired(due)) {
      // A row of the catalogue is not what it was: next time it is asked again, from the log.
      LOG.warn("The catalogue calls a sheaf retired that is not; it is read from the log again.");
      var unused = catalogue.rebuild();
      return 0;
    }
    for (SheafId id : due) {
      catalogue.store().packing().delete(id);
      catalogue.forgetSheaf(id);
    }
    return due.size();
  }
}
