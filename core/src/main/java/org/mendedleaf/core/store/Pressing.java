package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.util.Arrays;
import java.util.List;
import org.mendedleaf.core.store.format.Codec;
import org.mendedleaf.core.store.format.Compression;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.RecordHead;
import org.mendedleaf.core.store.format.RecordKind;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Writes a sheaf anew with every record compressed as hard as it can be. Ids, blocks and bases stay
 * as they are, so what is read costs what it did. Committing that, and deleting the old file later,
 * is for the caller. Safe beside readers and writers; takes about a second for each megabyte that
 * can be compressed.
 */
public final class Pressing {

  /** What frees less is not worth writing, and copying to a mirror, once more. */
  private static final double WORTH = 0.95;

  private final Store store;
  private final ChunkIndex index;

  public Pressing(Store store, ChunkIndex index) {
    this.store = store;
    this.index = index;
  }

  /**
   * Presses a sheaf.
   *
   * @param between asked before each record whether to go on
   * @return durable, and no commit mentions them yet; empty if it is not worth it, and nothing is
   *     left then
   * @throws DamagedContentException if something in it cannot be read; nothing is left then
   */
  public List<FinishedSheaf> press(SheafId sheaf, Mirror.Between between) throws IOException {
    long before = Files.size(store.layout().sheaf(sheaf));
    List<RecordHead> heads = store.sheaves().reading(sheaf, SheafReader::heads);
    if (pressable(sheaf, heads) < before * (1 - WORTH)) {
      return List.of();
    }
    try (NewSheaves output = new NewSheaves.WrittenSheaves(store)) {
      long saved = 0;
      for (RecordHead head : heads) {
        between.file(0);
        saved += press(sheaf, head, output);
      }
      return before - saved > before * WORTH ? List.of() : output.finish();
    }
  }

  /** The bytes that may become fewer: where nearly all are photographs, nothing is written. */
  private long pressable(SheafId sheaf, List<RecordHead> heads) throws IOException {
    long bytes = 0;
    for (RecordHead head : heads) {
      StoredRecord record = record(sheaf, head);
      bytes += isPressable(record) ? record.payload().length : 0;
    }
    return bytes;
  }

  private StoredRecord record(SheafId sheaf, RecordHead head) throws IOException {
    SheafFormat.Extent extent = head.extent();
    return store
        .sheaves()
        .reading(sheaf, reader -> reader.record(extent.offset(), extent.length()));
  }

  // What a person said may be rewritten by an erasure, and what does not shrink at all will not.
  private static boolean isPressable(StoredRecord record) {
    return record.kind() != RecordKind.META && record.codec() != Codec.STORED;
  }

  /** Returns by how many bytes it became smaller. */
  private int press(SheafId sheaf, RecordHead head, NewSheaves output) throws IOException {
    StoredRecord record = record(sheaf, head);
    if (!isPressable(record)) {
      output.append(record);
      return 0;
    }
    SheafFormat.Extent extent = head.extent();
    Location at = new Location(sheaf, extent.offset(), extent.length(), 0, 0, head.depth());
    byte[] plain = store.sheaves().block(at, index);
    byte[] bases = store.sheaves().bases(record.bases(), index);
    byte[] pressed =
        record.codec() == Codec.ZSTD_ON_BASES
            ? Compression.compressMostOnBases(plain, bases)
            : Compression.compressMost(plain);
    if (pressed.length >= record.payload().length
        || !Arrays.equals(plain, unpacked(record, pressed, bases, sheaf))) {
      output.append(record);
      return 0;
    }
    output.append(
        new StoredRecord(
            record.kind(),
            record.codec(),
            record.depth(),
            record.plainLength(),
            record.bases(),
            record.directory(),
            pressed));
    return record.payload().length - pressed.length;
  }

  private static byte[] unpacked(StoredRecord record, byte[] pressed, byte[] bases, SheafId sheaf)
      throws DamagedContentException {
    return Compression.expand(
        record.codec(),
        pressed,
        record.plainLength(),
        bases,
        "A pressed record of " + sheaf.text());
  }
}
