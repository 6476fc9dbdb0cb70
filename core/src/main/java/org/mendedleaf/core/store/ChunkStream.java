package org.mendedleaf.core.store;

import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;
import java.util.List;
import java.util.Objects;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.StoredRecord;

/** The bytes of a content, a chunk in memory at a time. For one thread. */
final class ChunkStream extends InputStream {

  private final Iterator<StoredRecord.ChunkEntry> chunks;
  private final Bytes bytes;
  private byte[] current = {};
  private int at;

  ChunkStream(List<StoredRecord.ChunkEntry> chunks, Bytes bytes) {
    this.chunks = chunks.iterator();
    this.bytes = bytes;
  }

  /** A source of the bytes of a chunk. */
  interface Bytes {
    byte[] of(ContentId chunk) throws IOException;
  }

  @Override
  public int read() throws IOException {
    return isAtEnd() ? -1 : Byte.toUnsignedInt(current[at++]);
  }

  @Override
  public int read(byte[] into, int from, int length) throws IOException {
    Objects.checkFromIndexSize(from, length, into.length);
    if (length == 0) {
      return 0;
    }
    if (isAtEnd()) {
      return -1;
    }
    int taken = Math.min(length, current.length - at);
    System.arraycopy(current, at, into, from, taken);
    at += taken;
    return taken;
  }

  private boolean isAtEnd() throws IOException {
    while (at == current.length) {
      if (!chunks.hasNext()) {
        return true;
      }
      current = bytes.of(chunks.next().id());
      at = 0;
    }
    return false;
  }
}
