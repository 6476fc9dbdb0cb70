package org.mendedleaf.core.store.format;

import java.util.List;

/**
 * The header of a record, before its payload.
 *
 * @param extent where it lies in its sheaf
 */
public record RecordHead(
    SheafFormat.Extent extent,
    RecordKind kind,
    int depth,
    List<Base> bases,
    List<StoredRecord.ChunkEntry> directory) {

  public RecordHead {
    bases = List.copyOf(bases);
    directory = List.copyOf(directory);
  }
}
