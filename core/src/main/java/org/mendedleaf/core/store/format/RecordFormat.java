package org.mendedleaf.core.store.format;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32C;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.seal.Sealing;

/**
 * The bytes of a record. All numbers are big endian and unsigned.
 *
 * <pre>
 *  0  u32  0x4D4C5243, "MLRC"
 *  4  u32  length of the whole record, this header and the checksum included
 *  8  u8   kind: 1 content, 2 chunk list, 3 metadata
 *  9  u8   codec: 0 stored, 1 zstd, 2 zstd with the bases as raw-content dictionary
 * 10  u8   seal: 0 none; 1 AES-256-GCM, see {@link SealedRecord}
 * 11  u8   depth: 0 without bases, else 1 + the deepest base
 * 12  u32  plain length
 * 16  u32  payload length, its tag included where it is sealed
 * 20  u16  number of bases
 * 22  u16  number of directory entries
 * 24       bases: 32 bytes chunk id, u32 from, u32 length
 *          directory: 32 bytes id, u32 length; the contents lie one after another
 *          payload
 *     u32  CRC-32C of all bytes before it
 * </pre>
 */
public final class RecordFormat {

  static final int MAGIC = 0x4D4C5243;
  static final int HEADER = 24;
  public static final int CHECKSUM = 4;
  public static final int BASE = ContentId.BYTES + 8;
  static final int ENTRY = ContentId.BYTES + 4;
  static final int NOT_SEALED = 0;
  static final int SEALED = 1;
  private static final int SEAL_AT = 10;

  /** More than any record that is written: a length beyond it is damage, not data. */
  static final int MAX_LENGTH = 64 << 20;

  private RecordFormat() {}

  /** Bytes of the whole record. */
  public static int length(StoredRecord record, boolean sealed) {
    return HEADER
        + BASE * record.bases().size()
        + ENTRY * record.directory().size()
        + record.payload().length
        + (sealed ? SealedRecord.LONGER : 0)
        + CHECKSUM;
  }

  /**
   * @param cipher of an encrypted store; null for a plain one
   * @param sheaf into which it is written
   * @param offset where in it
   */
  public static byte[] encode(
      StoredRecord record, @Nullable StoreCipher cipher, SheafId sheaf, long offset) {
    boolean sealed = cipher != null;
    int length = length(record, sealed);
    ByteBuffer out = ByteBuffer.allocate(length);
    out.putInt(MAGIC).putInt(length);
    out.put((byte) record.kind().code()).put((byte) record.codec().code());
    out.put((byte) (sealed ? SEALED : NOT_SEALED)).put((byte) record.depth());
    out.putInt(record.plainLength());
    out.putInt(record.payload().length + (sealed ? Sealing.TAG : 0));
    out.putShort((short) record.bases().size()).putShort((short) record.directory().size());
    byte[] head = head(record);
    if (cipher == null) {
      out.put(head).put(record.payload());
    } else {
      byte[] header = java.util.Arrays.copyOf(out.array(), HEADER);
      out.put(SealedRecord.encode(cipher, sheaf, offset, header, head, record.payload()));
    }
    out.putInt(checksum(out.array(), 0, out.position()));
    return out.array();
  }

  /** Bases and directory. */
  private static byte[] head(StoredRecord record) {
    ByteBuffer out =
        ByteBuffer.allocate(BASE * record.bases().size() + ENTRY * record.directory().size());
    for (Base base : record.bases()) {
      base.chunk().write(out);
      out.putInt(base.from()).putInt(base.length());
    }
    for (StoredRecord.ChunkEntry entry : record.directory()) {
      entry.id().write(out);
      out.putInt(entry.length());
    }
    return out.array();
  }

  /**
   * Reads a record and checks its checksum, and its seal where the store is encrypted.
   *
   * @param where named in the exception if the bytes are damaged
   */
  public static StoredRecord decode(byte[] bytes, String where, @Nullable StoreCipher cipher)
      throws DamagedContentException, StoreFormatException {
    check(bytes, where);
    ByteBuffer in = ByteBuffer.wrap(bytes).position(8);
    RecordKind kind = RecordKind.of(in.get());
    Codec codec = Codec.of(in.get());
    requireSealed(in.get() != NOT_SEALED, cipher, where);
    int depth = in.get() & 0xff;
    int plainLength = in.getInt();
    int payloadLength = in.getInt();
    int baseCount = in.getShort() & 0xffff;
    int entryCount = in.getShort() & 0xffff;
    ByteBuffer head = in;
    byte[] payload;
    if (cipher == null) {
      payload = new byte[payloadLength];
      in.get(HEADER + BASE * baseCount + ENTRY * entryCount, payload);
    } else {
      int headLength = BASE * baseCount + ENTRY * entryCount;
      if (bytes.length
          != HEADER + headLength + SealedRecord.LONGER - Sealing.TAG + payloadLength + CHECKSUM) {
        throw forged(where);
      }
      head =
          ByteBuffer.wrap(
              SealedRecord.head(cipher, bytes, headLength).orElseThrow(() -> forged(where)));
      payload = SealedRecord.payload(cipher, bytes, headLength).orElseThrow(() -> forged(where));
    }
    List<Base> bases = bases(head, baseCount);
    List<StoredRecord.ChunkEntry> directory = directory(head, entryCount);
    return new StoredRecord(kind, codec, depth, plainLength, bases, directory, payload);
  }

  /** Checks a record against its checksum; what it says is not looked at. */
  private static void check(byte[] bytes, String where) throws DamagedContentException {
    if (bytes.length < HEADER + CHECKSUM) {
      throw new DamagedContentException(where, "a record is cut off");
    }
    ByteBuffer in = ByteBuffer.wrap(bytes);
    int stored = in.getInt(bytes.length - CHECKSUM);
    if (stored != checksum(bytes, 0, bytes.length - CHECKSUM)) {
      throw new DamagedContentException(where, "its checksum does not fit");
    }
    if (in.getInt() != MAGIC || in.getInt() != bytes.length) {
      throw new DamagedContentException(where, "no record begins there");
    }
  }

  /** In an encrypted store nothing counts that was written without its key. */
  private static void requireSealed(boolean is, @Nullable StoreCipher cipher, String where)
      throws DamagedContentException {
    if (is && cipher == null) {
      throw new DamagedContentException(where, "it is encrypted, and the store is not");
    }
    if (!is && cipher != null) {
      throw new DamagedContentException(
          where, "it is not encrypted, as all of this store is, so somebody else has written it");
    }
  }

  private static DamagedContentException forged(String where) {
    return new DamagedContentException(
        where, "it is not what was written with the key of this store");
  }

  /** Bytes that a record has before its payload, as its first {@link #HEADER} bytes say. */
  static int headLength(byte[] header) {
    ByteBuffer in = ByteBuffer.wrap(header);
    int sealed = in.get(SEAL_AT) == NOT_SEALED ? 0 : SealedRecord.ORIGIN + Sealing.TAG;
    return HEADER + sealed + BASE * (in.getShort(20) & 0xffff) + ENTRY * (in.getShort(22) & 0xffff);
  }

  /** Reads what stands before the payload; only a seal is checked. */
  static RecordHead head(
      byte[] bytes, SheafFormat.Extent extent, String where, @Nullable StoreCipher cipher)
      throws DamagedContentException, StoreFormatException {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    RecordKind kind = RecordKind.of(in.get(8));
    requireSealed(in.get(SEAL_AT) != NOT_SEALED, cipher, where);
    int depth = in.get(11) & 0xff;
    int baseCount = in.getShort(20) & 0xffff;
    int entryCount = in.getShort(22) & 0xffff;
    in.position(HEADER);
    if (cipher != null) {
      int headLength = BASE * baseCount + ENTRY * entryCount;
      in =
          ByteBuffer.wrap(
              SealedRecord.head(cipher, bytes, headLength).orElseThrow(() -> forged(where)));
    }
    List<Base> bases = bases(in, baseCount);
    List<StoredRecord.ChunkEntry> directory = directory(in, entryCount);
    return new RecordHead(extent, kind, depth, bases, directory);
  }

  private static List<Base> bases(ByteBuffer in, int count) {
    List<Base> bases = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      bases.add(new Base(ContentId.read(in), in.getInt(), in.getInt()));
    }
    return bases;
  }

  private static List<StoredRecord.ChunkEntry> directory(ByteBuffer in, int count) {
    List<StoredRecord.ChunkEntry> directory = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      directory.add(new StoredRecord.ChunkEntry(ContentId.read(in), in.getInt()));
    }
    return directory;
  }

  public static int checksum(byte[] bytes, int from, int length) {
    CRC32C crc = new CRC32C();
    crc.update(bytes, from, length);
    return (int) crc.getValue();
  }
}
