package org.mendedleaf.core.keeping;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.Room;
import org.mendedleaf.core.space.StoreSpace;

/**
 * Chooses the revisions that a plan lets go of because there is too little room: those that were
 * replaced longest ago first, until there is enough, and none that a firm claim holds. What is on
 * notice counts as gone already, so that waiting for it lets no more go.
 *
 * @param space of the shelf's store
 * @param free bytes on its drive
 */
public record MakingRoom(StoreSpace space, long free) {

  private record RoomCandidate(RevisionOf of, Instant replaced) {}

  /**
   * @param goes what no rule claims, or a person has let go: it is gone first
   * @return what goes besides
   */
  Set<RevisionOf> letGo(SiftedShelf sifted, Room limit, Set<RevisionOf> goes) {
    StoreSpace.Freeing freeing = space.freeing();
    goes.forEach(one -> letGo(one, freeing));
    long wanted = wanted(limit, sifted);
    Set<RevisionOf> more = new HashSet<>();
    if (freeing.disk() < wanted) {
      for (RoomCandidate one : candidates(sifted, goes)) {
        if (freeing.disk() >= wanted) {
          break;
        }
        letGo(one.of(), freeing);
        more.add(one.of());
      }
    }
    return more;
  }

  private void letGo(RevisionOf one, StoreSpace.Freeing freeing) {
    space.content(one.file(), one.number()).ifPresent(freeing::letGo);
  }

  /** How many bytes have to go. */
  private long wanted(Room limit, SiftedShelf sifted) {
    if (limit instanceof Room.Free left) {
      return left.bytes() - free;
    }
    StoreSpace.Freeing all = space.freeing();
    for (SiftedShelf.SiftedFile file : sifted.files()) {
      for (int i = 0; i < file.held().length; i++) {
        letGo(file.revision(i), all);
      }
    }
    return all.disk() - ((Room.AtMost) limit).bytes();
  }

  private static List<RoomCandidate> candidates(SiftedShelf sifted, Set<RevisionOf> goes) {
    List<RoomCandidate> candidates = new ArrayList<>();
    for (SiftedShelf.SiftedFile file : sifted.files()) {
      for (int i = 0; i < file.held().length; i++) {
        RevisionOf of = file.revision(i);
        if (sifted.sifting().yieldsToRoom(file.held()[i]) && !goes.contains(of)) {
          Lineage.KeptRevision one = file.lineage().revisions().get(i);
          candidates.add(new RoomCandidate(of, one.until().orElseThrow()));
        }
      }
    }
    candidates.sort(
        Comparator.comparing(RoomCandidate::replaced)
            .thenComparingLong(one -> one.of().file())
            .thenComparingInt(one -> one.of().number()));
    return candidates;
  }
}
