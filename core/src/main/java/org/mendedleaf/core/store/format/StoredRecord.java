package org.mendedleaf.core.store.format;

import java.util.List;

/**
 * One record as it lies in a sheaf, payload still compressed.
 *
 * @param depth 0 without bases, else one more than the deepest base
 * @param plainLength length of the decompressed payload
 * @param directory the contents in the payload, one after another
 */
public record StoredRecord(
    RecordKind kind,
    Codec codec,
    int depth,
    int plainLength,
    List<Base> bases,
    List<ChunkEntry> directory,
    byte[] payload) {

  public StoredRecord {
    bases = List.copyOf(bases);
    directory = List.copyOf(directory);
  }

  /**
   * @param length its bytes in the payload
   */
  public record ChunkEntry(ContentId id, int length) {}
}
