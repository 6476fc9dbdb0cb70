package org.mendedleaf.core.store;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.store.format.Base;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Walks along the former state of a content while its new state is written, and says which stretch
 * of the former one probably matches the next chunk: the place where the last chunk that both share
 * ended, plus what was new since.
 */
final class FormerState {

  private static final FormerState NONE = new FormerState(List.of());

  private final List<StoredRecord.ChunkEntry> chunks;
  private final long[] starts;
  private final Map<ContentId, Integer> positions = new HashMap<>();
  private final long size;
  private long expected;

  private FormerState(List<StoredRecord.ChunkEntry> chunks) {
    this.chunks = chunks;
    this.starts = new long[chunks.size()];
    long at = 0;
    for (int i = 0; i < starts.length; i++) {
      starts[i] = at;
      at += chunks.get(i).length();
      positions.putIfAbsent(chunks.get(i).id(), i);
    }
    this.size = at;
  }

  static FormerState of(Optional<ContentRef> former, ContentReader reader) {
    if (former.isEmpty()) {
      return NONE;
    }
    try {
      return new FormerState(reader.chunks(former.get()));
    } catch (IOException e) {
      // A former state that cannot be read saves no space, but the new one must still be recorded.
      return NONE;
    }
  }

  /** The former state of the chunk list that stands {@code level} above the bytes. */
  static FormerState ofList(Optional<ContentRef> former, int level, ContentReader reader) {
    // The list of the former state is a content of one level less, whose own size follows from it.
    return former
        .filter(ref -> ref.levels() == level + 1)
        .map(
            ref -> {
              try {
                int length = reader.block(ref.id()).length;
                return new FormerState(List.of(new StoredRecord.ChunkEntry(ref.id(), length)));
              } catch (IOException e) {
                return NONE;
              }
            })
        .orElse(NONE);
  }

  /** The stretches of former chunks around the place where the next {@code length} bytes belong. */
  List<Base> around(int length, int margin) {
    if (size == 0) {
      return List.of();
    }
    long from = Math.max(0, Math.min(expected - margin, size - length - margin));
    long to = Math.min(size, Math.max(expected, 0) + length + margin);
    List<Base> bases = new ArrayList<>();
    for (int i = indexAt(from); i < chunks.size() && starts[i] < to; i++) {
      StoredRecord.ChunkEntry chunk = chunks.get(i);
      int first = (int) Math.max(0, from - starts[i]);
      int last = (int) Math.min(chunk.length(), to - starts[i]);
      if (last > first) {
        bases.add(new Base(chunk.id(), first, last - first));
      }
    }
    return bases;
  }

  /** The new state has moved on by this chunk. */
  void passed(ContentId id, int length) {
    Integer shared = positions.get(id);
    expected = shared == null ? expected + length : starts[shared] + length;
  }

  private int indexAt(long offset) {
    int found = java.util.Arrays.binarySearch(starts, offset);
    return found >= 0 ? found : Math.max(0, -found - 2);
  }
}
