package org.mendedleaf.core.store;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32C;

/**
 * The bytes of a record. All numbers are big endian and unsigned.
 *
 * <pre>
 *  0  u32  0x4D4C5243, "MLRC"
 *  4  u32  length of the whole record, this header and the checksum included
 *  8  u8   kind: 1 content, 2 chunk list, 3 metadata
 *  9  u8   codec: 0 stored, 1 zstd, 2 zstd with the bases as raw-content dictionary
 * 10  u8   seal: 0 none; 1 is kept for AES-256-GCM, whose nonce then stands before the payload
 * 11  u8   depth: 0 without bases, else 1 + the deepest base
 * 12  u32  plain length
 * 16  u32  payload length, nonce and tag included where sealed
 * 20  u16  number of bases
 * 22  u16  number of directory entries
 * 24       bases: 32 bytes chunk id, u32 from, u32 length
 *          directory: 32 bytes id, u32 length; the contents lie one after another
 *          payload
 *     u32  CRC-32C of all bytes before it
 * </pre>
 */
final class RecordFormat {

  static final int MAGIC = 0x4D4C5243;
  static final int HEADER = 24;
  static final int CHECKSUM = 4;
  static final int BASE = ContentId.BYTES + 8;
  static final int ENTRY = ContentId.BYTES + 4;
  static final int NOT_SEALED = 0;

  /** More than any record that is written: a length beyond it is damage, not data. */
  static final int MAX_LENGTH = 64 << 20;

  private RecordFormat() {}

  /** Bytes of the whole record. */
  static int length(StoredRecord record) {
    return HEADER
        + BASE * record.bases().size()
        + ENTRY * record.directory().size()
        + record.payload().length
        + CHECKSUM;
  }

  static byte[] encode(StoredRecord record) {
    int length = length(record);
    ByteBuffer out = ByteBuffer.allocate(length);
    out.putInt(MAGIC).putInt(length);
    out.put((byte) record.kind().code()).put((byte) record.codec().code());
    out.put((byte) NOT_SEALED).put((byte) record.depth());
    out.putInt(record.plainLength()).putInt(record.payload().length);
    out.putShort((short) record.bases().size()).putShort((short) record.directory().size());
    for (Base base : record.bases()) {
      base.chunk().write(out);
      out.putInt(base.from()).putInt(base.length());
    }
    for (StoredRecord.ChunkEntry entry : record.directory()) {
      entry.id().write(out);
      out.putInt(entry.length());
    }
    out.put(record.payload());
    out.putInt(checksum(out.array(), 0, out.position()));
    return out.array();
  }

  /**
   * Reads a record and checks its checksum.
   *
   * @param where named in the exception if the bytes are damaged
   */
  static StoredRecord decode(byte[] bytes, String where)
      throws DamagedContentException, StoreFormatException {
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
    RecordKind kind = RecordKind.of(in.get());
    Codec codec = Codec.of(in.get());
    if (in.get() != NOT_SEALED) {
      throw new StoreFormatException(where + " is sealed, which this version cannot open.");
    }
    int depth = in.get() & 0xff;
    int plainLength = in.getInt();
    int payloadLength = in.getInt();
    int baseCount = in.getShort() & 0xffff;
    int entryCount = in.getShort() & 0xffff;
    List<Base> bases = bases(in, baseCount);
    List<StoredRecord.ChunkEntry> directory = directory(in, entryCount);
    byte[] payload = new byte[payloadLength];
    in.get(payload);
    return new StoredRecord(kind, codec, depth, plainLength, bases, directory, payload);
  }

  /** Bytes that a record has before its payload, as its first {@link #HEADER} bytes say. */
  static int headLength(byte[] header) {
    ByteBuffer in = ByteBuffer.wrap(header);
    return HEADER + BASE * (in.getShort(20) & 0xffff) + ENTRY * (in.getShort(22) & 0xffff);
  }

  /** Reads what stands before the payload; nothing is checked. */
  static RecordHead head(byte[] bytes, SheafFormat.Extent extent) throws StoreFormatException {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    RecordKind kind = RecordKind.of(in.get(8));
    int depth = in.get(11) & 0xff;
    int baseCount = in.getShort(20) & 0xffff;
    int entryCount = in.getShort(22) & 0xffff;
    in.position(HEADER);
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

  static int checksum(byte[] bytes, int from, int length) {
    CRC32C crc = new CRC32C();
    crc.update(bytes, from, length);
    return (int) crc.getValue();
  }
}
