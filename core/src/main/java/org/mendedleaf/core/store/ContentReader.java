package org.mendedleaf.core.store;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.Cutting;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Gives contents back. Each chunk is checked against its id as it is read, so what is written out
 * is what was recorded or an exception. Safe for several threads.
 */
public final class ContentReader {

  private final Sheaves sheaves;
  private final ChunkIndex index;

  ContentReader(Sheaves sheaves, ChunkIndex index) {
    this.sheaves = sheaves;
    this.index = index;
  }

  /** Writes the plain bytes to {@code out}, which stays open. */
  public void copy(ContentRef content, OutputStream out) throws IOException {
    long written = 0;
    for (StoredRecord.ChunkEntry chunk : chunks(content)) {
      byte[] bytes = checkedChunk(chunk.id());
      out.write(bytes);
      written += bytes.length;
    }
    if (written != content.size()) {
      throw new DamagedContentException(
          content.id().hex(), "it has %d bytes instead of %d".formatted(written, content.size()));
    }
  }

  /** The plain bytes, each chunk read when it is asked for; for the use of one thread. */
  public InputStream stream(ContentRef content) throws IOException {
    return new ChunkStream(chunks(content), this::checkedChunk);
  }

  /**
   * Writes the plain bytes without hashing them: for a file that {@link #isIn} reads again and
   * compares with the chunks' names, which would find whatever is wrong here as well.
   */
  public void copyToBeChecked(ContentRef content, OutputStream out) throws IOException {
    for (StoredRecord.ChunkEntry chunk : chunks(content)) {
      out.write(chunk(chunk.id()));
    }
  }

  /**
   * Reads a file and compares it with a content, chunk by chunk, in several threads.
   *
   * @return false if the file holds something else
   * @throws DamagedContentException if that is so because the store itself gives something else
   */
  public boolean isIn(FileChannel file, ContentRef content, int workers) throws IOException {
    if (new FileCheck(chunks(content), workers).holds(file)) {
      return true;
    }
    copy(content, OutputStream.nullOutputStream());
    return false;
  }

  /** Whether a stream gives exactly this content up to its end. */
  public boolean isIn(InputStream in, ContentRef content) throws IOException {
    for (StoredRecord.ChunkEntry chunk : chunks(content)) {
      byte[] bytes = in.readNBytes(chunk.length());
      if (bytes.length != chunk.length()
          || !ContentId.hash(bytes, 0, bytes.length).equals(chunk.id())) {
        return false;
      }
    }
    return in.read() < 0;
  }

  /** The whole content in memory; for small ones. */
  public byte[] bytes(ContentRef content) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream((int) Math.min(content.size(), 1 << 24));
    copy(content, out);
    return out.toByteArray();
  }

  /** Writes the first bytes of a content, at most {@code limit}. */
  public void copyFirst(ContentRef content, long limit, OutputStream out) throws IOException {
    long left = limit;
    for (StoredRecord.ChunkEntry chunk : chunks(content)) {
      if (left <= 0) {
        break;
      }
      byte[] bytes = checkedChunk(chunk.id());
      int taken = (int) Math.min(bytes.length, left);
      out.write(bytes, 0, taken);
      left -= taken;
    }
  }

  /** A content as the chunks that it is cut into. */
  public static final class Cut {
    private final List<StoredRecord.ChunkEntry> chunks;

    private Cut(List<StoredRecord.ChunkEntry> chunks) {
      this.chunks = chunks;
    }

    List<StoredRecord.ChunkEntry> chunks() {
      return chunks;
    }
  }

  /** The chunks of a stored content. */
  public Cut cut(ContentRef content) throws IOException {
    return new Cut(chunks(content));
  }

  /** The chunks that a content from elsewhere would be cut into. */
  public static Cut cut(InputStream in, Cutting cutting) throws IOException {
    Chunker chunker = new Chunker(cutting);
    List<StoredRecord.ChunkEntry> chunks = new ArrayList<>();
    byte[] buffer = new byte[Math.max(cutting.max() * 4, 1 << 20)];
    int held = in.readNBytes(buffer, 0, buffer.length);
    while (held > 0) {
      int length = chunker.cut(buffer, 0, held);
      chunks.add(new StoredRecord.ChunkEntry(ContentId.hash(buffer, 0, length), length));
      System.arraycopy(buffer, length, buffer, 0, held - length);
      held -= length;
      if (held < cutting.max()) {
        held += in.readNBytes(buffer, held, buffer.length - held);
      }
    }
    return new Cut(chunks);
  }

  /** How much two contents share, by the chunks that they are cut into. */
  public static SharedBytes shared(Cut earlier, Cut later) {
    return SharedBytes.of(earlier.chunks, later.chunks);
  }

  /** SHA-256 of the plain bytes: the id itself for a content of one chunk, else computed now. */
  public ContentId sha256(ContentRef content) throws IOException {
    if (content.levels() == 0) {
      return content.id();
    }
    MessageDigest digest = ContentId.sha256();
    for (StoredRecord.ChunkEntry chunk : chunks(content)) {
      digest.update(checkedChunk(chunk.id()));
    }
    return ContentId.of(digest.digest());
  }

  /** Everything that a content is made of: its chunks and the chunks of its lists. */
  public Set<ContentId> parts(ContentRef content) throws IOException {
    Set<ContentId> parts = new HashSet<>();
    List<StoredRecord.ChunkEntry> chunks =
        List.of(new StoredRecord.ChunkEntry(content.id(), (int) Math.min(content.size(), 1 << 30)));
    for (int level = content.levels(); level > 0; level--) {
      chunks.forEach(chunk -> parts.add(chunk.id()));
      chunks = below(content, chunks);
    }
    if (content.size() > 0) {
      chunks.forEach(chunk -> parts.add(chunk.id()));
    }
    return parts;
  }

  /**
   * What of a content cannot be read, and where that lies; goes on where {@link #copy} stops.
   *
   * @param looked which parts are read; others are taken for whole
   */
  public Map<ContentId, String> unreadable(ContentRef content, Predicate<ContentId> looked)
      throws IOException {
    Map<ContentId, String> found = new HashMap<>();
    List<StoredRecord.ChunkEntry> chunks =
        List.of(new StoredRecord.ChunkEntry(content.id(), (int) Math.min(content.size(), 1 << 30)));
    for (int level = content.levels(); level > 0 && found.isEmpty(); level--) {
      // What a list says is needed to go on, so it is read in any case.
      look(chunks, id -> true, found);
      if (found.isEmpty()) {
        chunks = below(content, chunks);
      }
    }
    if (found.isEmpty() && content.size() > 0) {
      look(chunks, looked, found);
    }
    return found;
  }

  private void look(
      List<StoredRecord.ChunkEntry> chunks,
      Predicate<ContentId> looked,
      Map<ContentId, String> found)
      throws IOException {
    for (StoredRecord.ChunkEntry chunk : chunks) {
      if (!looked.test(chunk.id())) {
        continue;
      }
      try {
        byte[] unused = checkedChunk(chunk.id());
      } catch (DamagedContentException e) {
        found.put(chunk.id(), e.where());
      } catch (MissingContentException e) {
        found.put(chunk.id(), "");
      }
    }
  }

  /** One block of metadata, as it was written. */
  public byte[] block(ContentId id) throws IOException {
    return chunk(id);
  }

  /** What cannot be read does not count as held from now on. */
  private byte[] chunk(ContentId id) throws IOException {
    try {
      return sheaves.chunk(id, index);
    } catch (DamagedContentException e) {
      // Where the whole store is away, nothing in it is hurt.
      if (sheaves.isThere()) {
        index.noteHurt(id);
      }
      throw e;
    }
  }

  /** The ids and lengths of the chunks of a content, in order. */
  List<StoredRecord.ChunkEntry> chunks(ContentRef content) throws IOException {
    List<StoredRecord.ChunkEntry> chunks =
        List.of(new StoredRecord.ChunkEntry(content.id(), (int) Math.min(content.size(), 1 << 30)));
    for (int level = content.levels(); level > 0; level--) {
      chunks = below(content, chunks);
    }
    return content.size() == 0 ? List.of() : chunks;
  }

  /** What a chunk list that is cut into these chunks lists. */
  private List<StoredRecord.ChunkEntry> below(
      ContentRef content, List<StoredRecord.ChunkEntry> chunks) throws IOException {
    ByteArrayOutputStream list = new ByteArrayOutputStream();
    for (StoredRecord.ChunkEntry chunk : chunks) {
      list.write(checkedChunk(chunk.id()));
    }
    return ChunkList.decode(list.toByteArray(), content.id().hex()).chunks();
  }

  private byte[] checkedChunk(ContentId id) throws IOException {
    byte[] bytes = chunk(id);
    if (!ContentId.hash(bytes, 0, bytes.length).equals(id)) {
      index.noteHurt(id);
      throw new DamagedContentException(id.hex(), "its bytes do not hash to its name");
    }
    return bytes;
  }
}
