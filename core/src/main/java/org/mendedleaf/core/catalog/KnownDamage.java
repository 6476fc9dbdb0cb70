package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.Collection;
import java.util.Set;
import org.mendedleaf.core.catalog.tables.StoredChunks;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.SheafId;

/**
 * The parts of a store that are known to be damaged or lost: it does not count as held, so it is
 * stored again wherever it turns up. Safe for several threads.
 */
public final class KnownDamage {

  private final Catalogue catalogue;
  private final HurtContents hurt;

  KnownDamage(Catalogue catalogue, HurtContents hurt) {
    this.catalogue = catalogue;
    this.hurt = hurt;
  }

  /** Whether there is any; costs nothing. */
  public boolean any() {
    return hurt.any();
  }

  /**
   * Notes everything that lies in a record, or in a whole sheaf.
   *
   * @param offset of the record in the sheaf; below 0 for the whole sheaf
   */
  public void note(SheafId sheaf, long offset) throws IOException {
    catalogue.change(sql -> hurt.note(sql, sheaf, offset));
  }

  /** Chunks, chunks of lists and blocks of metadata that cannot be read. */
  public Set<ContentId> all() throws IOException {
    return HurtContents.all(catalogue.reading());
  }

  /** Those, and all that are compressed against them: what perhaps cannot be read. */
  public Set<ContentId> suspects() throws IOException {
    return new StoredChunks(catalogue.reading()).hurtWithLeaning();
  }

  /** They were read where they lie, so they are there again. */
  public void forget(Collection<ContentId> whole) throws IOException {
    catalogue.change(sql -> hurt.forget(sql, whole));
  }

  /** Whether something damaged lies in this sheaf of which no other copy is used. */
  public boolean isIn(SheafId sheaf) throws IOException {
    return HurtContents.isIn(catalogue.reading(), sheaf);
  }
}
