package org.mendedleaf.core.keeping;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.Room;
import org.mendedleaf.core.plan.Sifting;
import org.mendedleaf.core.space.StoreSpace;

/**
 * Which revisions a plan lets go of a shelf because there is too little room: those that were
 * replaced longest ago first, until there is enough, and none that a firm claim holds. What is on
 * notice counts as gone already, so that waiting for it lets no more go.
 *
 * @param space of the shelf's store
 * @param free bytes on its drive
 */
public record MakingRoom(StoreSpace space, long free) {

  /** A revision of a file. */
  public record Of(long file, int revision) {}

  private record Candidate(Of of, Instant replaced) {}

  /**
   * @param goes what no rule claims, or a person has let go: it is gone first
   * @return what goes besides; empty where the plan has no room limit
   */
  Set<Of> letGo(ShelfLineages lineages, CarePlan plan, Instant at, Set<Of> goes) {
    if (plan.room().isEmpty()) {
      return Set.of();
    }
    StoreSpace.Freeing freeing = space.freeing();
    goes.forEach(one -> letGo(one, freeing));
    long wanted = wanted(plan.room().get(), lineages);
    Set<Of> more = new HashSet<>();
    if (freeing.disk() < wanted) {
      for (Candidate one : candidates(lineages, new Sifting(plan, at), goes)) {
        if (freeing.disk() >= wanted) {
          break;
        }
        letGo(one.of(), freeing);
        more.add(one.of());
      }
    }
    return more;
  }

  private void letGo(Of one, StoreSpace.Freeing freeing) {
    space.content(one.file(), one.revision()).ifPresent(freeing::letGo);
  }

  /** How many bytes have to go. */
  private long wanted(Room room, ShelfLineages lineages) {
    if (room instanceof Room.Free left) {
      return left.bytes() - free;
    }
    StoreSpace.Freeing all = space.freeing();
    for (ShelfLineages.OfFile file : lineages.files()) {
      for (Lineage.Kept one : file.lineage().revisions()) {
        letGo(new Of(file.file(), one.number()), all);
      }
    }
    return all.disk() - ((Room.AtMost) room).bytes();
  }

  private static List<Candidate> candidates(ShelfLineages lineages, Sifting sifting, Set<Of> goes) {
    List<Candidate> candidates = new ArrayList<>();
    for (ShelfLineages.OfFile file : lineages.files()) {
      long[] held = sifting.sift(file.lineage());
      for (int i = 0; i < held.length; i++) {
        Lineage.Kept one = file.lineage().revisions().get(i);
        Of of = new Of(file.file(), one.number());
        if (sifting.yieldsToRoom(held[i]) && !goes.contains(of)) {
          candidates.add(new Candidate(of, one.until().orElseThrow()));
        }
      }
    }
    candidates.sort(
        Comparator.comparing(Candidate::replaced)
            .thenComparingLong(one -> one.of().file())
            .thenComparingInt(one -> one.of().revision()));
    return candidates;
  }
}
