package org.mendedleaf.core.store;

import java.util.List;

/**
 * One record as it lies in a sheaf, payload still compressed.
 *
 * @param depth 0 without bases, else one more than the deepest base
 * @param plainLength length of the decompressed payload
 * @param directory the contents in the payload, one after another
 */
record StoredRecord(
    RecordKind kind,
    Codec codec,
    int depth,
    int plainLength,
    List<Base> bases,
    List<ChunkEntry> directory,
    byte[] payload) {

  StoredRecord {
    bases = List.copyOf(bases);
    directory = List.copyOf(directory);
  }

  /**
   * @param length its bytes in the payload
   */
  record ChunkEntry(ContentId id, int length) {}
}
