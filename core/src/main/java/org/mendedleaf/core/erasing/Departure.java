package org.mendedleaf.core.erasing;

import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendedleaf.core.catalog.tables.Needs;
import org.mendedleaf.core.catalog.tables.Proof;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * The contents and lines that nothing needs any more once some revisions and receipts are gone.
 *
 * @param gone contents
 * @param dead chunks and chunk lists, those of these contents that nothing else has either
 */
record Departure(Set<ContentRef> gone, Set<ContentId> dead) {

  /**
   * @param going what they needed, once for each that goes
   * @throws UnprovenException if less is said to be needed than goes
   */
  static Departure of(Proof proof, List<ContentRef> going) throws IOException {
    Map<ContentRef, Integer> lessUses = new LinkedHashMap<>();
    going.forEach(content -> lessUses.merge(content, 1, Integer::sum));
    Set<ContentRef> gone = new LinkedHashSet<>();
    Map<ContentId, Integer> uses = new HashMap<>();
    for (Map.Entry<ContentRef, Integer> one : lessUses.entrySet()) {
      ContentId id = one.getKey().id();
      uses.put(id, one.getValue());
      if (left(proof.needs().of(id).uses(), one.getValue()) == 0) {
        gone.add(one.getKey());
      }
    }
    Map<ContentId, Integer> parts = new LinkedHashMap<>();
    for (ContentRef content : gone) {
      int less = content.levels() > 0 ? 1 : 0;
      for (ContentId part : proof.contents().parts(content)) {
        parts.merge(part, less, Integer::sum);
      }
    }
    Set<ContentId> dead = new HashSet<>();
    for (Map.Entry<ContentId, Integer> part : parts.entrySet()) {
      Needs.Need need = proof.needs().of(part.getKey());
      if (left(need.uses(), uses.getOrDefault(part.getKey(), 0)) == 0
          && left(need.parts(), part.getValue()) == 0) {
        dead.add(part.getKey());
      }
    }
    return new Departure(gone, dead);
  }

  private static long left(long needed, long less) throws UnprovenException {
    if (needed < less) {
      throw new UnprovenException("how often a content is needed");
    }
    return needed - less;
  }
}
