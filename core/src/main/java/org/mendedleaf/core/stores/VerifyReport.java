package org.mendedleaf.core.stores;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.Revision;

/**
 * The report of a verification.
 *
 * @param files those of which revisions cannot be read
 */
public record VerifyReport(
    long sheaves, long records, long revisions, List<Damage> damaged, List<HurtFile> files) {

  public VerifyReport {
    damaged = List.copyOf(damaged);
    files = List.copyOf(files);
  }

  /**
   * @param where the place in the store, and what is wrong with it
   * @param files the revisions that cannot be read because of it
   * @param mendable whether a second copy in the store is whole
   */
  public record Damage(String where, List<String> files, boolean mendable) {
    public Damage {
      files = List.copyOf(files);
    }
  }

  /**
   * A file of which some revisions cannot be read.
   *
   * @param file its id in the store
   * @param path on its shelf, as it was called last
   * @param lost their numbers, oldest first
   * @param whole the newest one that can be read
   */
  public record HurtFile(
      long file, String shelf, String path, List<Integer> lost, Optional<Integer> whole) {
    public HurtFile {
      lost = List.copyOf(lost);
    }

    /** "r14 and r15 of Workshop/price-list.csv cannot be read; r13 is whole". */
    public String sentence() {
      return "%s of %s/%s cannot be read; %s"
          .formatted(
              numbered(),
              shelf,
              path,
              whole
                  .map(number -> Revision.numbered(number) + " is whole")
                  .orElse("no revision of it is whole"));
    }

    /** Those that are lost, in words: "first state, r4 to r7 and r9". */
    public String numbered() {
      List<String> runs = new ArrayList<>();
      for (int from = 0; from < lost.size(); ) {
        int to = from;
        while (to + 1 < lost.size() && lost.get(to + 1) == lost.get(to) + 1) {
          to++;
        }
        String first = Revision.numbered(lost.get(from));
        if (to - from >= 2) {
          runs.add(first + " to " + Revision.numbered(lost.get(to)));
        } else {
          lost.subList(from, to + 1).forEach(number -> runs.add(Revision.numbered(number)));
        }
        from = to + 1;
      }
      if (runs.size() == 1) {
        return runs.get(0);
      }
      return String.join(", ", runs.subList(0, runs.size() - 1))
          + " and "
          + runs.get(runs.size() - 1);
    }
  }
}
