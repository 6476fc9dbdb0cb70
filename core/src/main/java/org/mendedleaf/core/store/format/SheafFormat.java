package org.mendedleaf.core.store.format;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * The bytes around the records of a sheaf. All numbers are big endian.
 *
 * <pre>
 * header, 32 bytes:  "MLSHEAF1", u32 zero, 16 bytes id, u32 CRC-32C of the 28 bytes before
 * records            one after another
 * footer             u32 "MLFT", u32 number of records,
 *                    per record: u64 offset, u32 length; u32 CRC-32C of the footer so far
 * trailer, 24 bytes: u64 offset of the footer, u32 length of the footer, u32 CRC-32C of these 12
 *                    bytes, "MLSHEAFE"
 * </pre>
 */
public final class SheafFormat {

  static final byte[] BEGIN = "MLSHEAF1".getBytes(StandardCharsets.US_ASCII);
  static final byte[] END = "MLSHEAFE".getBytes(StandardCharsets.US_ASCII);
  static final int FOOTER_MAGIC = 0x4D4C4654;
  public static final int HEADER = 32;
  static final int TRAILER = 24;

  private SheafFormat() {}

  /**
   * @param offset of a record's first byte in the sheaf
   * @param length bytes of the record
   */
  public record Extent(long offset, int length) {}

  static byte[] header(SheafId id) {
    ByteBuffer out = ByteBuffer.allocate(HEADER);
    out.put(BEGIN).putInt(0).put(id.bytes());
    return out.putInt(RecordFormat.checksum(out.array(), 0, HEADER - 4)).array();
  }

  public static byte[] footerAndTrailer(long offset, List<Extent> records) {
    int footer = 8 + 12 * records.size() + 4;
    ByteBuffer out = ByteBuffer.allocate(footer + TRAILER);
    out.putInt(FOOTER_MAGIC).putInt(records.size());
    for (Extent extent : records) {
      out.putLong(extent.offset()).putInt(extent.length());
    }
    out.putInt(RecordFormat.checksum(out.array(), 0, footer - 4));
    out.putLong(offset).putInt(footer);
    out.putInt(RecordFormat.checksum(out.array(), footer, 12)).put(END);
    return out.array();
  }

  static void checkHeader(byte[] header, SheafId id, String where) throws DamagedContentException {
    if (!java.util.Arrays.equals(header, header(id))) {
      throw new DamagedContentException(where, "its header does not fit its name");
    }
  }

  /** Reads the trailer: where the footer lies. */
  static Extent footerExtent(byte[] trailer, String where) throws DamagedContentException {
    ByteBuffer in = ByteBuffer.wrap(trailer);
    long offset = in.getLong();
    int length = in.getInt();
    byte[] end = new byte[END.length];
    int checksum = in.getInt();
    in.get(end);
    if (!java.util.Arrays.equals(end, END)
        || checksum != RecordFormat.checksum(trailer, 0, 12)
        || length < 12) {
      throw new DamagedContentException(where, "its end does not fit");
    }
    return new Extent(offset, length);
  }

  static List<Extent> footer(byte[] footer, String where) throws DamagedContentException {
    ByteBuffer in = ByteBuffer.wrap(footer);
    int crcAt = footer.length - 4;
    if (in.getInt(crcAt) != RecordFormat.checksum(footer, 0, crcAt)
        || in.getInt() != FOOTER_MAGIC) {
      throw new DamagedContentException(where, "its list of records does not fit its checksum");
    }
    int count = in.getInt();
    List<Extent> extents = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      extents.add(new Extent(in.getLong(), in.getInt()));
    }
    return extents;
  }
}
