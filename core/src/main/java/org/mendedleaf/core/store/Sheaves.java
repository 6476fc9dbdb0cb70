package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.ClosedChannelException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.store.format.Base;
import org.mendedleaf.core.store.format.Compression;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafContents;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * The open sheaves of one store: decodes records, keeps a few files open and recent blocks decoded.
 * Safe for several threads.
 */
final class Sheaves implements Closeable {

  private static final int OPEN_FILES = 64;
  private static final int TRIES = 100;

  /**
   * What a capture read to lean on is read again when it is examined; so a large heap keeps more.
   */
  private static final long CACHED_BYTES =
      Math.max(64L << 20, Runtime.getRuntime().maxMemory() / 8);

  private final StoreLayout layout;
  private final @Nullable StoreCipher cipher;
  private final BlockCache cache = new BlockCache(CACHED_BYTES);
  private final Map<SheafId, SheafReader> open = new LinkedHashMap<>(16, 0.75f, true);

  Sheaves(StoreLayout layout, @Nullable StoreCipher cipher) {
    this.layout = layout;
    this.cipher = cipher;
  }

  /** The plain bytes of the record at this place; the caller must not change them. */
  byte[] block(Location at, ChunkIndex index) throws IOException {
    return block(at, index, null);
  }

  private byte[] block(Location at, ChunkIndex index, @Nullable RecordsBeingRead above)
      throws IOException {
    byte[] cached = cache.getOrNull(at);
    if (cached != null) {
      return cached;
    }
    StoredRecord record = record(at);
    byte[] dictionary = bases(record.bases(), index, new RecordsBeingRead(at, above));
    byte[] plain =
        Compression.expand(
            record.codec(), record.payload(), record.plainLength(), dictionary, describe(at));
    cache.put(at, plain);
    return plain;
  }

  StoredRecord record(Location at) throws IOException {
    return reading(at.sheaf(), reader -> reader.record(at.offset(), at.length()));
  }

  /** Reads something of a sheaf. */
  interface SheafReading<T> {
    T from(SheafReader reader) throws IOException;
  }

  /**
   * Reads from a sheaf. Its file may be closed meanwhile: by a thread that opens many others, or by
   * one that is interrupted in the middle of reading. Then it is opened again.
   */
  <T> T reading(SheafId id, SheafReading<T> what) throws IOException {
    for (int attempt = 1; ; attempt++) {
      try {
        return what.from(reader(id));
      } catch (ClosedChannelException e) {
        if (Thread.currentThread().isInterrupted() || attempt == TRIES) {
          throw e;
        }
      }
    }
  }

  /** How long the file of a sheaf is; -1 if there is none. */
  long length(SheafId id) throws IOException {
    try {
      return Files.size(layout.sheaf(id));
    } catch (NoSuchFileException e) {
      return -1;
    }
  }

  /** Whether the place of the store can be reached at all. */
  boolean isThere() {
    return Store.liesIn(layout.root());
  }

  /** The plain bytes of one chunk, a slice of its block. */
  byte[] chunk(ContentId id, ChunkIndex index) throws IOException {
    return chunk(id, index, null);
  }

  private byte[] chunk(ContentId id, ChunkIndex index, @Nullable RecordsBeingRead above)
      throws IOException {
    try {
      return locatedChunk(id, index, above);
    } catch (MissingSheafException e) {
      // Another desk may have packed it into another sheaf since this index was read.
      if (index.refresh()) {
        return locatedChunk(id, index, above);
      }
      throw e;
    } catch (MissingContentException e) {
      if (index.refreshFor(id)) {
        return locatedChunk(id, index, above);
      }
      throw e;
    }
  }

  private byte[] locatedChunk(ContentId id, ChunkIndex index, @Nullable RecordsBeingRead above)
      throws IOException {
    Location at = index.locate(id).orElseThrow(() -> new MissingContentException(id));
    try {
      return chunk(at, index, above);
    } catch (LeaningInCirclesException e) {
      return copied(id, index, above, e);
    }
  }

  /**
   * Two desks that store the same contents at the same time may compress each with the other; then
   * a record that lay there before leads out of the circle.
   */
  private byte[] copied(
      ContentId id,
      ChunkIndex index,
      @Nullable RecordsBeingRead above,
      LeaningInCirclesException circle)
      throws IOException {
    for (Location copy : index.copies(id)) {
      try {
        return chunk(copy, index, above);
      } catch (DamagedContentException e) {
        // The next one may succeed.
        circle.addSuppressed(e);
      }
    }
    throw circle;
  }

  private byte[] chunk(Location at, ChunkIndex index, @Nullable RecordsBeingRead above)
      throws IOException {
    if (above != null && above.holds(at)) {
      throw new LeaningInCirclesException(describe(at));
    }
    byte[] block = block(at, index, above);
    if (at.from() == 0 && at.size() == block.length) {
      return block;
    }
    return java.util.Arrays.copyOfRange(block, at.from(), at.from() + at.size());
  }

  /** The stretches one after another. */
  byte[] bases(List<Base> bases, ChunkIndex index) throws IOException {
    return bases(bases, index, null);
  }

  private byte[] bases(List<Base> bases, ChunkIndex index, @Nullable RecordsBeingRead above)
      throws IOException {
    int length = bases.stream().mapToInt(Base::length).sum();
    byte[] out = new byte[length];
    int at = 0;
    for (Base base : bases) {
      byte[] chunk = chunk(base.chunk(), index, above);
      if (base.from() + base.length() > chunk.length) {
        throw new DamagedContentException(
            base.chunk().hex(), "another record leans on bytes that it does not have");
      }
      System.arraycopy(chunk, base.from(), out, at, base.length());
      at += base.length();
    }
    return out;
  }

  private SheafReader reader(SheafId id) throws IOException {
    synchronized (open) {
      SheafReader reader = open.get(id);
      if (reader == null || !reader.isOpen()) {
        Path file = layout.sheaf(id);
        try {
          reader = new SheafReader(layout.root(), id, file, cipher);
        } catch (NoSuchFileException e) {
          throw new MissingSheafException(layout.root().relativize(file).toString());
        }
        open.put(id, reader);
        closeEldest();
      }
      return reader;
    }
  }

  /** What is left of this sheaf; nothing where its file is gone. */
  SheafContents salvaged(SheafId id) throws IOException {
    if (length(id) < 0 && isThere()) {
      return new SheafContents(List.of(), false);
    }
    return reading(id, SheafReader::salvaged);
  }

  /** Every content in this sheaf. */
  SheafContents contents(SheafId id) throws IOException {
    return reading(id, SheafReader::contents);
  }

  private String describe(Location at) {
    return layout.root().relativize(layout.sheaf(at.sheaf())) + " at " + at.offset();
  }

  /**
   * Forgets a sheaf that was found to be damaged, and what was read: that, and all that leans on
   * it, would hide the damage as long as it is remembered.
   */
  void distrust(SheafId id) throws IOException {
    cache.clear();
    forget(id);
  }

  /** Forgets a sheaf whose file is about to be deleted. */
  void forget(SheafId id) throws IOException {
    synchronized (open) {
      SheafReader reader = open.remove(id);
      if (reader != null) {
        reader.close();
      }
    }
  }

  private void closeEldest() throws IOException {
    Iterator<SheafReader> eldest = open.values().iterator();
    while (open.size() > OPEN_FILES && eldest.hasNext()) {
      eldest.next().close();
      eldest.remove();
    }
  }

  @Override
  public void close() {
    synchronized (open) {
      for (SheafReader reader : open.values()) {
        try {
          reader.close();
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
      }
      open.clear();
    }
  }
}
