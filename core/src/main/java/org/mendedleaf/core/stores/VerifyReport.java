package org.mendedleaf.core.stores;

import java.util.List;

/** What a verification found. */
public record VerifyReport(long sheaves, long records, long revisions, List<Damage> damaged) {

  public VerifyReport {
    damaged = List.copyOf(damaged);
  }

  /**
   * @param where the place in the store, and what is wrong with it
   * @param files the revisions that cannot be read because of damage in this store
   * @param mendable whether a second copy in the store is whole
   */
  public record Damage(String where, List<String> files, boolean mendable) {
    public Damage {
      files = List.copyOf(files);
    }
  }
}
