package org.mendedleaf.core.store;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Keeps the plain bytes of recently decoded records, least recently used out first, up to a limit
 * in bytes. Safe for several threads.
 */
final class BlockCache {

  private record BlockKey(SheafId sheaf, long offset) {}

  private final long limit;
  private final Map<BlockKey, byte[]> blocks = new LinkedHashMap<>(64, 0.75f, true);
  private long held;

  BlockCache(long limit) {
    this.limit = limit;
  }

  synchronized byte @Nullable [] getOrNull(Location at) {
    return blocks.get(new BlockKey(at.sheaf(), at.offset()));
  }

  synchronized void put(Location at, byte[] plain) {
    byte[] before = blocks.put(new BlockKey(at.sheaf(), at.offset()), plain);
    held += plain.length - (before == null ? 0 : before.length);
    Iterator<byte[]> eldest = blocks.values().iterator();
    while (held > limit && eldest.hasNext()) {
      held -= eldest.next().length;
      eldest.remove();
    }
  }

  /** Forgets everything: something that was read is not any more what it was. */
  synchronized void clear() {
    blocks.clear();
    held = 0;
  }
}
