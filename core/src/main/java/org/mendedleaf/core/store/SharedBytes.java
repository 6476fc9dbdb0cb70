package org.mendedleaf.core.store;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Cutting;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * The bytes that two contents share, as far as their chunks tell.
 *
 * @param earlier size of the earlier one
 * @param later size of the later one
 * @param shared how much of the later one stands in the earlier one as well
 * @param sameHead how much is the same at the beginning, at least
 * @param sameTail how much is the same at the end, at least
 */
public record SharedBytes(long earlier, long later, long shared, long sameHead, long sameTail) {

  /** What is said where it is not known; all numbers are -1. */
  public static final SharedBytes UNKNOWN = new SharedBytes(-1, -1, -1, -1, -1);

  private static final Cutting FINE = new Cutting(64, 256, 1024);

  /** Compares contents that are small enough to be in memory: in fine pieces, and exact ends. */
  public static SharedBytes of(byte[] earlier, byte[] later) {
    int differs = Arrays.mismatch(earlier, later);
    int sameHead = differs < 0 ? later.length : differs;
    int most = Math.min(earlier.length, later.length) - sameHead;
    int sameTail = 0;
    while (sameTail < most
        && earlier[earlier.length - 1 - sameTail] == later[later.length - 1 - sameTail]) {
      sameTail++;
    }
    SharedBytes pieces = of(pieces(earlier), pieces(later));
    return new SharedBytes(
        earlier.length,
        later.length,
        Math.max(pieces.shared(), (long) sameHead + sameTail),
        sameHead,
        sameTail);
  }

  private static List<StoredRecord.ChunkEntry> pieces(byte[] bytes) {
    Chunker chunker = new Chunker(FINE);
    List<StoredRecord.ChunkEntry> pieces = new ArrayList<>();
    for (int at = 0; at < bytes.length; ) {
      int length = chunker.cut(bytes, at, bytes.length);
      pieces.add(new StoredRecord.ChunkEntry(ContentId.hash(bytes, at, length), length));
      at += length;
    }
    return pieces;
  }

  /** Whether anything is known. */
  public boolean isKnown() {
    return earlier >= 0;
  }

  static SharedBytes of(
      List<StoredRecord.ChunkEntry> earlier, List<StoredRecord.ChunkEntry> later) {
    Map<ContentId, Integer> there = new HashMap<>();
    earlier.forEach(chunk -> there.merge(chunk.id(), 1, Integer::sum));
    long shared = 0;
    for (StoredRecord.ChunkEntry chunk : later) {
      if (there.merge(chunk.id(), -1, Integer::sum) >= 0) {
        shared += chunk.length();
      }
    }
    int least = Math.min(earlier.size(), later.size());
    int head = 0;
    long sameHead = 0;
    while (head < least && earlier.get(head).equals(later.get(head))) {
      sameHead += earlier.get(head++).length();
    }
    int tail = 0;
    long sameTail = 0;
    while (tail < least - head
        && earlier.get(earlier.size() - 1 - tail).equals(later.get(later.size() - 1 - tail))) {
      sameTail += earlier.get(earlier.size() - 1 - tail++).length();
    }
    return new SharedBytes(size(earlier), size(later), shared, sameHead, sameTail);
  }

  private static long size(List<StoredRecord.ChunkEntry> chunks) {
    return chunks.stream().mapToLong(StoredRecord.ChunkEntry::length).sum();
  }
}
