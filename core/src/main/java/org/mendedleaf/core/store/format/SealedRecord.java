package org.mendedleaf.core.store.format;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Optional;
import org.mendedleaf.core.seal.Sealing;

/**
 * The part of a record of an encrypted store between its header and its checksum:
 *
 * <pre>
 * 24  16 bytes: the sheaf into which the record was written first, by which its key is told
 * 40  u64: at which offset it lay there; the nonces are this and 0, this and 1 (u32)
 * 48       bases and directory, sealed beside the 48 bytes before
 *          payload, sealed beside the same 48 bytes and the tag of the part before
 * </pre>
 *
 * A record that is put into another sheaf keeps all of it, so packing seals nothing anew.
 */
final class SealedRecord {

  /** Bytes between the header and what is sealed. */
  static final int ORIGIN = SheafId.BYTES + Long.BYTES;

  /** By so much a sealed record is longer than the same one unsealed. */
  static final int LONGER = ORIGIN + 2 * Sealing.TAG;

  private static final int CLEAR = RecordFormat.HEADER + ORIGIN;

  private SealedRecord() {}

  /**
   * @param header already says how long everything is
   * @return what follows the header, up to the checksum
   */
  static byte[] encode(
      StoreCipher cipher, SheafId sheaf, long offset, byte[] header, byte[] head, byte[] payload) {
    byte[] clear =
        ByteBuffer.allocate(CLEAR).put(header).put(sheaf.bytes()).putLong(offset).array();
    byte[] sealedHead = cipher.seal(sheaf, offset, StoreCipher.RecordPart.HEAD, clear, head);
    byte[] sealedPayload =
        cipher.seal(
            sheaf,
            offset,
            StoreCipher.RecordPart.PAYLOAD,
            besidePayload(clear, sealedHead),
            payload);
    return ByteBuffer.allocate(ORIGIN + sealedHead.length + sealedPayload.length)
        .put(clear, RecordFormat.HEADER, ORIGIN)
        .put(sealedHead)
        .put(sealedPayload)
        .array();
  }

  private static byte[] besidePayload(byte[] clear, byte[] sealedHead) {
    return ByteBuffer.allocate(CLEAR + Sealing.TAG)
        .put(clear)
        .put(sealedHead, sealedHead.length - Sealing.TAG, Sealing.TAG)
        .array();
  }

  /**
   * Bases and directory.
   *
   * @param bytes at least the record up to its payload
   * @param headLength of bases and directory, plain
   * @return empty if they were changed
   */
  static Optional<byte[]> head(StoreCipher cipher, byte[] bytes, int headLength) {
    byte[] clear = Arrays.copyOf(bytes, CLEAR);
    byte[] sealed = Arrays.copyOfRange(bytes, CLEAR, CLEAR + headLength + Sealing.TAG);
    return cipher.open(sheaf(clear), offset(clear), StoreCipher.RecordPart.HEAD, clear, sealed);
  }

  /** The payload of a whole record; empty if it was changed. */
  static Optional<byte[]> payload(StoreCipher cipher, byte[] bytes, int headLength) {
    byte[] clear = Arrays.copyOf(bytes, CLEAR);
    int from = CLEAR + headLength + Sealing.TAG;
    byte[] sealedHead = Arrays.copyOfRange(bytes, CLEAR, from);
    byte[] sealed = Arrays.copyOfRange(bytes, from, bytes.length - RecordFormat.CHECKSUM);
    return cipher.open(
        sheaf(clear),
        offset(clear),
        StoreCipher.RecordPart.PAYLOAD,
        besidePayload(clear, sealedHead),
        sealed);
  }

  private static SheafId sheaf(byte[] clear) {
    return SheafId.of(
        Arrays.copyOfRange(clear, RecordFormat.HEADER, RecordFormat.HEADER + SheafId.BYTES));
  }

  private static long offset(byte[] clear) {
    return ByteBuffer.wrap(clear).getLong(RecordFormat.HEADER + SheafId.BYTES);
  }
}
