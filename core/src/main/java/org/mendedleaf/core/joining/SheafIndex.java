package org.mendedleaf.core.joining;

import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.store.ChunkIndex;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafEntry;
import org.mendedleaf.core.store.format.SheafId;

/** An index of some sheaves, and nothing else; made once and then safe for several threads. */
final class SheafIndex implements ChunkIndex {

  private final Map<ContentId, Location> locations = new HashMap<>();

  static SheafIndex of(Store store, Collection<SheafId> sheaves) throws IOException {
    SheafIndex index = new SheafIndex();
    for (SheafId sheaf : sheaves) {
      for (SheafContents.InRecord record : store.contents(sheaf).records()) {
        for (SheafEntry entry : record.entries()) {
          index.locations.put(entry.id(), entry.location());
        }
      }
    }
    return index;
  }

  @Override
  public Optional<Location> locate(ContentId id) {
    return Optional.ofNullable(locations.get(id));
  }
}
