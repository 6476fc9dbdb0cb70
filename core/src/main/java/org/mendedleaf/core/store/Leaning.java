package org.mendedleaf.core.store;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.store.format.Base;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.RecordHead;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Chooses what records lean on once their former states are erased: without it each of them would
 * be written in full, and letting go would make a store larger. A record whose base goes leans on
 * what that base leaned on, as far as it lives; where nothing of that does, it is written in full,
 * and the next ones that leaned on the same lean on it. Used once, by one thread.
 */
final class Leaning {

  /** More bytes of bases than that are not read for one record. */
  private static final int ENOUGH = 512 << 10;

  /** Records lean on each other less deep than that, or they are damaged. */
  private static final int DEEPEST = Packer.MAX_DEPTH * 4;

  private final Sheaves sheaves;
  private final ChunkIndex index;
  private final Set<ContentId> dead;
  private final Map<ContentId, Map<ContentId, Base>> ancestors = new HashMap<>();
  private final Map<ContentId, List<Base>> heirs = new HashMap<>();
  private final Map<ContentId, StoredRecord> written = new HashMap<>();

  Leaning(Sheaves sheaves, ChunkIndex index, Set<ContentId> dead) {
    this.sheaves = sheaves;
    this.index = index;
    this.dead = dead;
  }

  /**
   * What a record leans on from now on.
   *
   * @param head as it was
   * @param living what is left in it
   */
  List<Base> insteadOf(RecordHead head, List<StoredRecord.ChunkEntry> living) throws IOException {
    Set<ContentId> own = new HashSet<>();
    living.forEach(entry -> own.add(entry.id()));
    Map<ContentId, Base> bases = new LinkedHashMap<>();
    for (Base base : head.bases()) {
      if (dead.contains(base.chunk())) {
        ancestors(base.chunk(), own).forEach(one -> bases.merge(one.chunk(), one, Leaning::union));
        heirs
            .getOrDefault(base.chunk(), List.of())
            .forEach(one -> bases.merge(one.chunk(), one, Leaning::union));
      } else {
        bases.merge(base.chunk(), base, Leaning::union);
      }
    }
    List<Base> usable = new ArrayList<>();
    int bytes = 0;
    for (Base base : bases.values()) {
      for (Base one : lowered(base, Packer.MAX_DEPTH - 1)) {
        boolean known = usable.stream().anyMatch(other -> other.chunk().equals(one.chunk()));
        if (!known && bytes + one.length() <= ENOUGH && !reaches(one.chunk(), own, DEEPEST)) {
          usable.add(one);
          bytes += one.length();
        }
      }
    }
    return usable;
  }

  private static Base union(Base a, Base b) {
    int from = Math.min(a.from(), b.from());
    int to = Math.max(a.from() + a.length(), b.from() + b.length());
    return new Base(a.chunk(), from, to - from);
  }

  /** What a dead state leaned on, as far as it lives; past what is dead as well. */
  private Collection<Base> ancestors(ContentId gone, Set<ContentId> own) throws IOException {
    Map<ContentId, Base> known = ancestors.get(gone);
    if (known == null) {
      known = new LinkedHashMap<>();
      // Set before it is complete, so that damage that makes a circle of records ends.
      ancestors.put(gone, known);
      for (Base next : basesOf(gone)) {
        if (dead.contains(next.chunk())) {
          for (Base one : ancestors(next.chunk(), own)) {
            known.merge(one.chunk(), one, Leaning::union);
          }
        } else {
          known.merge(next.chunk(), next, Leaning::union);
        }
      }
    }
    return known.values().stream().filter(base -> !own.contains(base.chunk())).toList();
  }

  private List<Base> basesOf(ContentId chunk) throws IOException {
    StoredRecord anew = written.get(chunk);
    if (anew != null) {
      return anew.bases();
    }
    Optional<Location> at = index.locate(chunk);
    return at.isEmpty() ? List.of() : sheaves.record(at.get()).bases();
  }

  /** The base itself if another may lean on it, else what lives below it. */
  private List<Base> lowered(Base base, int deepest) throws IOException {
    if (depth(base.chunk()) <= deepest) {
      return List.of(base);
    }
    List<Base> lower = new ArrayList<>();
    for (Base next : basesOf(base.chunk())) {
      if (!dead.contains(next.chunk())) {
        lower.addAll(lowered(next, Packer.MAX_DEPTH / 2));
      }
    }
    return lower;
  }

  /** The depth of a record that leans on these. */
  int depthOn(List<Base> bases) throws IOException {
    int deepest = -1;
    for (Base base : bases) {
      deepest = Math.max(deepest, depth(base.chunk()));
    }
    return deepest + 1;
  }

  private int depth(ContentId chunk) throws IOException {
    StoredRecord anew = written.get(chunk);
    return anew != null ? anew.depth() : index.locate(chunk).map(Location::depth).orElse(0);
  }

  /** Records must not lean on each other in a circle. */
  private boolean reaches(ContentId chunk, Set<ContentId> goal, int deep) throws IOException {
    if (goal.contains(chunk)) {
      return true;
    }
    if (deep == 0) {
      return true;
    }
    for (Base base : basesOf(chunk)) {
      if (reaches(base.chunk(), goal, deep - 1)) {
        return true;
      }
    }
    return false;
  }

  /** What was written; those that leaned on the same may lean on it. */
  void wrote(RecordHead head, StoredRecord record) throws IOException {
    List<Base> whole = new ArrayList<>();
    for (StoredRecord.ChunkEntry entry : record.directory()) {
      written.put(entry.id(), record);
      whole.add(new Base(entry.id(), 0, entry.length()));
    }
    for (Base base : head.bases()) {
      if (dead.contains(base.chunk())) {
        heirs.put(base.chunk(), whole);
        for (Base above : ancestorsThatAreDead(base.chunk(), Packer.MAX_DEPTH)) {
          heirs.put(above.chunk(), whole);
        }
      }
    }
  }

  private List<Base> ancestorsThatAreDead(ContentId chunk, int deep) throws IOException {
    List<Base> gone = new ArrayList<>();
    if (deep > 0) {
      for (Base base : basesOf(chunk)) {
        if (dead.contains(base.chunk()) && !heirs.containsKey(base.chunk())) {
          gone.add(base);
          gone.addAll(ancestorsThatAreDead(base.chunk(), deep - 1));
        }
      }
    }
    return gone;
  }
}
