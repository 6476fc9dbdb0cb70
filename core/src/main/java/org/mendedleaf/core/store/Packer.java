package org.mendedleaf.core.store;

import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.store.format.Base;
import org.mendedleaf.core.store.format.Codec;
import org.mendedleaf.core.store.format.Compression;
import org.mendedleaf.core.store.format.Compressor;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.RecordFormat;
import org.mendedleaf.core.store.format.RecordKind;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Collects new chunks of one kind into blocks and compresses each full block into one record.
 * Chunks that have a former state go into blocks that lean on it, the others into plain blocks. One
 * packer belongs to one thread; what it hands to the session may come from many.
 */
final class Packer implements Closeable {

  /** Chains of records that lean on each other are at most this long. */
  static final int MAX_DEPTH = 8;

  // Where the chain is full, lean on a state so much earlier; halving keeps both drift and reads
  // low.
  private static final int DEPTH_AFTER_FULL = MAX_DEPTH / 2;
  private static final int PLAIN_BLOCK = 1 << 20;
  private static final int LEANING_BLOCK = 256 << 10;
  private static final int BASES_PER_BLOCK = 512 << 10;

  /** Leaning must pay: it costs reading the bases at every read. */
  private static final double WORTH_LEANING = 0.9;

  private final RecordKind kind;
  private final WriteSession session;
  private final Block plain = new Block();
  private final Block leaning = new Block();
  private final Compressor compressor = new Compressor();

  Packer(RecordKind kind, WriteSession session) {
    this.kind = kind;
    this.session = session;
  }

  /** Takes a new chunk; {@code bases} may be empty. */
  void add(ContentId id, byte[] bytes, int from, int length, List<Base> bases) throws IOException {
    List<Base> usable = usable(bases);
    if (usable.isEmpty()) {
      if (plain.size() + length > PLAIN_BLOCK) {
        flushPlain();
      }
      plain.add(id, bytes, from, length);
      return;
    }
    if (leaning.size() + length > LEANING_BLOCK
        || leaning.basesSize() + size(usable) > BASES_PER_BLOCK) {
      flushLeaning();
    }
    leaning.add(id, bytes, from, length);
    leaning.leanOn(usable);
  }

  /** Writes out what has been collected. */
  void flush() throws IOException {
    flushPlain();
    flushLeaning();
  }

  /** What was collected and not flushed is dropped. */
  @Override
  public void close() {
    compressor.close();
  }

  private void flushPlain() throws IOException {
    if (!plain.isEmpty()) {
      byte[] bytes = plain.bytes();
      byte[] packed = compressor.compress(bytes);
      session.append(plainRecord(kind, plain.directory, bytes, packed));
      plain.clear();
    }
  }

  private void flushLeaning() throws IOException {
    if (leaning.isEmpty()) {
      return;
    }
    List<Base> bases = leaning.bases();
    session.append(
        content(
            kind,
            leaning.bytes(),
            leaning.directory,
            bases,
            dictionary(bases),
            session.depthOn(bases)));
    leaning.clear();
  }

  /**
   * A record of chunks that leans on bases where that pays.
   *
   * @param dictionary the bytes of the bases; empty for none
   * @param depth of a record that leans on them
   */
  static StoredRecord content(
      RecordKind kind,
      byte[] bytes,
      List<StoredRecord.ChunkEntry> directory,
      List<Base> bases,
      byte[] dictionary,
      int depth) {
    byte[] alone = Compression.compress(bytes, bytes.length);
    if (dictionary.length > 0 && Compression.canBeDictionary(dictionary)) {
      byte[] leant = Compression.compressOnBases(bytes, dictionary);
      int saving = alone.length - leant.length - RecordFormat.BASE * bases.size();
      if (saving > 0 && leant.length < alone.length * WORTH_LEANING) {
        return new StoredRecord(
            kind, Codec.ZSTD_ON_BASES, depth, bytes.length, bases, directory, leant);
      }
    }
    return plainRecord(kind, directory, bytes, alone);
  }

  // A former state that is damaged saves no space, but the new one must still be recorded.
  private byte[] dictionary(List<Base> bases) throws IOException {
    try {
      return session.baseBytes(bases);
    } catch (DamagedContentException e) {
      return new byte[0];
    }
  }

  private static StoredRecord plainRecord(
      RecordKind kind, List<StoredRecord.ChunkEntry> directory, byte[] bytes, byte[] packed) {
    boolean smaller = packed.length < bytes.length;
    return new StoredRecord(
        kind,
        smaller ? Codec.ZSTD : Codec.STORED,
        0,
        bytes.length,
        List.of(),
        directory,
        smaller ? packed : bytes);
  }

  /** Leaves out what cannot be found and steps down where a chain is full. */
  private List<Base> usable(List<Base> bases) throws IOException {
    List<Base> usable = new ArrayList<>();
    int room = BASES_PER_BLOCK;
    for (Base base : bases) {
      for (Base lower : lowered(base)) {
        if (lower.length() <= room) {
          usable.add(lower);
          room -= lower.length();
        }
      }
    }
    return usable;
  }

  private List<Base> lowered(Base base) throws IOException {
    try {
      return session.stepDown(base, MAX_DEPTH - 1, DEPTH_AFTER_FULL);
    } catch (DamagedContentException e) {
      return List.of();
    }
  }

  private static int size(List<Base> bases) {
    return bases.stream().mapToInt(Base::length).sum();
  }

  /** A block that is being filled. */
  private static final class Block {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private final List<StoredRecord.ChunkEntry> directory = new ArrayList<>();
    // One stretch per chunk: neighbours lean on overlapping stretches, which then become one.
    private final Map<ContentId, Base> bases = new LinkedHashMap<>();

    void add(ContentId id, byte[] from, int offset, int length) {
      bytes.write(from, offset, length);
      directory.add(new StoredRecord.ChunkEntry(id, length));
    }

    void leanOn(List<Base> more) {
      for (Base base : more) {
        bases.merge(base.chunk(), base, Block::union);
      }
    }

    private static Base union(Base a, Base b) {
      int from = Math.min(a.from(), b.from());
      int to = Math.max(a.from() + a.length(), b.from() + b.length());
      return new Base(a.chunk(), from, to - from);
    }

    int size() {
      return bytes.size();
    }

    int basesSize() {
      return Packer.size(bases());
    }

    boolean isEmpty() {
      return directory.isEmpty();
    }

    byte[] bytes() {
      return bytes.toByteArray();
    }

    List<Base> bases() {
      return List.copyOf(bases.values());
    }

    void clear() {
      bytes.reset();
      directory.clear();
      bases.clear();
    }
  }

  /** For a single record of metadata, which is never grouped with others. */
  static StoredRecord metadata(ContentId id, byte[] bytes) {
    byte[] packed = Compression.compress(bytes, bytes.length);
    boolean smaller = packed.length < bytes.length;
    return new StoredRecord(
        RecordKind.META,
        smaller ? Codec.ZSTD : Codec.STORED,
        0,
        bytes.length,
        List.of(),
        List.of(new StoredRecord.ChunkEntry(id, bytes.length)),
        smaller ? packed : bytes);
  }
}
