package org.mendedleaf.core.store;

import java.io.ByteArrayInputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.RecordKind;
import org.mendedleaf.core.store.format.StoredRecord;

/** Stores contents: cuts, hashes, and hands what is new to be packed. For one thread. */
public final class ContentWriter implements Closeable {

  // How far around the place where a chunk is expected in the former state its match is looked for.
  private static final int MARGIN = 64 << 10;

  private final WriteSession session;
  private final Chunker chunker;
  private final ContentReader reader;
  private final Packer contents;
  private final Packer lists;
  private final byte[] buffer;

  ContentWriter(WriteSession session, Chunker chunker, ContentReader reader) {
    this.session = session;
    this.chunker = chunker;
    this.reader = reader;
    this.contents = new Packer(RecordKind.CONTENT, session);
    this.lists = new Packer(RecordKind.LIST, session);
    this.buffer = new byte[Math.max(chunker.cutting().max() * 4, 1 << 20)];
  }

  /**
   * Stores all bytes of the stream.
   *
   * @param former the state before, against which new chunks are compressed
   */
  public ContentRef write(InputStream in, Optional<ContentRef> former) throws IOException {
    FormerState before = FormerState.of(former, reader);
    return write(in, before, contents, former, 0);
  }

  /** Hands everything that is still being collected to the sheaf. */
  public void flush() throws IOException {
    contents.flush();
    lists.flush();
  }

  /** Lets go of what it works with; what was not flushed is not stored. */
  @Override
  public void close() {
    contents.close();
    lists.close();
  }

  private ContentRef write(
      InputStream in, FormerState before, Packer packer, Optional<ContentRef> former, int level)
      throws IOException {
    List<StoredRecord.ChunkEntry> chunks = new ArrayList<>();
    long size = 0;
    int held = 0;
    boolean more = true;
    while (more || held > 0) {
      if (more) {
        int read = in.readNBytes(buffer, held, buffer.length - held);
        more = held + read == buffer.length;
        held += read;
      }
      int at = 0;
      while (held - at >= (more ? chunker.cutting().max() : 1)) {
        int length = chunker.cut(buffer, at, held);
        ContentId id = ContentId.hash(buffer, at, length);
        chunks.add(new StoredRecord.ChunkEntry(id, length));
        if (session.claim(id)) {
          packer.add(id, buffer, at, length, before.around(length, MARGIN));
        }
        before.passed(id, length);
        at += length;
        size += length;
      }
      System.arraycopy(buffer, at, buffer, 0, held - at);
      held -= at;
    }
    if (chunks.isEmpty()) {
      return new ContentRef(ContentId.hash(buffer, 0, 0), level, size);
    }
    if (chunks.size() == 1) {
      return new ContentRef(chunks.get(0).id(), level, size);
    }
    byte[] list = new ChunkList(chunker.cutting(), chunks).encode();
    FormerState beforeList = FormerState.ofList(former, level, reader);
    ContentRef top = write(new ByteArrayInputStream(list), beforeList, lists, former, level + 1);
    return new ContentRef(top.id(), top.levels(), size);
  }
}
