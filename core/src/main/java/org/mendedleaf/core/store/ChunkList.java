package org.mendedleaf.core.store;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Cutting;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * The chunks that make up a content, in order.
 *
 * <pre>
 * "MLLIST01", u32 min, u32 average, u32 max, then per chunk: 32 bytes id, u32 length
 * </pre>
 *
 * <p>A long list is itself cut and stored like content, and named by its own list, and so on until
 * one chunk remains.
 */
record ChunkList(Cutting cutting, List<StoredRecord.ChunkEntry> chunks) {

  private static final byte[] MAGIC = "MLLIST01".getBytes(StandardCharsets.US_ASCII);
  private static final int HEADER = MAGIC.length + 12;
  private static final int ENTRY = ContentId.BYTES + 4;

  byte[] encode() {
    ByteBuffer out = ByteBuffer.allocate(HEADER + ENTRY * chunks.size());
    out.put(MAGIC).putInt(cutting.min()).putInt(cutting.average()).putInt(cutting.max());
    for (StoredRecord.ChunkEntry chunk : chunks) {
      chunk.id().write(out);
      out.putInt(chunk.length());
    }
    return out.array();
  }

  static ChunkList decode(byte[] bytes, String where) throws DamagedContentException {
    if (bytes.length < HEADER || (bytes.length - HEADER) % ENTRY != 0) {
      throw new DamagedContentException(where, "it is no whole chunk list");
    }
    ByteBuffer in = ByteBuffer.wrap(bytes);
    byte[] magic = new byte[MAGIC.length];
    in.get(magic);
    if (!java.util.Arrays.equals(magic, MAGIC)) {
      throw new DamagedContentException(where, "it is no chunk list");
    }
    Cutting cutting = new Cutting(in.getInt(), in.getInt(), in.getInt());
    List<StoredRecord.ChunkEntry> chunks = new ArrayList<>((bytes.length - HEADER) / ENTRY);
    while (in.hasRemaining()) {
      chunks.add(new StoredRecord.ChunkEntry(ContentId.read(in), in.getInt()));
    }
    return new ChunkList(cutting, chunks);
  }
}
