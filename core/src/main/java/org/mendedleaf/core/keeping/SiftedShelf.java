package org.mendedleaf.core.keeping;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.Sifting;

/**
 * The claims on each revision that a shelf ever recorded, under one plan at one time: worked out
 * once for everything that a rehearsal asks. For one thread.
 *
 * @param sifting tells what the bits mean that are said of a revision
 */
record SiftedShelf(Sifting sifting, List<SiftedFile> files) {

  /**
   * A file.
   *
   * @param held what claims each of its revisions, oldest first, see {@link Sifting#sift}
   */
  record SiftedFile(long file, Lineage lineage, long[] held) {

    RevisionOf revision(int position) {
      return new RevisionOf(file, lineage.revisions().get(position).number());
    }

    CarePlans.Going going(int position) {
      Lineage.KeptRevision one = lineage.revisions().get(position);
      return new CarePlans.Going(file, lineage.path(), one.number(), one.bytes());
    }
  }

  static SiftedShelf of(ShelfLineages lineages, CarePlan plan, Instant at) {
    Sifting sifting = new Sifting(plan, at, lineages.floor());
    List<SiftedFile> files = new ArrayList<>(lineages.files().size());
    for (ShelfLineages.FileLineage file : lineages.files()) {
      files.add(new SiftedFile(file.file(), file.lineage(), sifting.sift(file.lineage())));
    }
    return new SiftedShelf(sifting, files);
  }
}
