package org.mendedleaf.core.compare.readers;

import java.nio.ByteBuffer;
import java.util.zip.CRC32;

/**
 * The blocks that a picture file consists of: PNG (ISO/IEC 15948) has a checksum for each; in the
 * pictures of JPEG (ITU-T T.81) only certain bytes may follow 0xFF. Decoders show what they can of
 * a damaged picture and say nothing.
 */
final class PictureBlocks {

  private static final long PNG = 0x89504e470d0a1a0aL;
  private static final int SCAN = 0xda;
  private static final int END = 0xd9;

  private PictureBlocks() {}

  /** Whether nothing speaks against a picture; of other formats nothing is told here. */
  static boolean areWhole(byte[] bytes) {
    if (bytes.length > 8 && ByteBuffer.wrap(bytes).getLong() == PNG) {
      return isPng(bytes);
    }
    boolean isJpeg = bytes.length > 4 && bytes[0] == (byte) 0xff && bytes[1] == (byte) 0xd8;
    return !isJpeg || isJpeg(bytes);
  }

  private static boolean isPng(byte[] bytes) {
    ByteBuffer in = ByteBuffer.wrap(bytes).position(8);
    while (in.remaining() >= 12) {
      int length = in.getInt();
      if (length < 0 || length > in.remaining() - 8) {
        return false;
      }
      CRC32 crc = new CRC32();
      crc.update(bytes, in.position(), 4 + length);
      int kind = in.getInt();
      in.position(in.position() + length);
      if (in.getInt() != (int) crc.getValue()) {
        return false;
      }
      if (kind == 0x49454e44) {
        return true;
      }
    }
    return false;
  }

  private static boolean isJpeg(byte[] bytes) {
    int at = 2;
    while (at + 4 <= bytes.length) {
      if ((bytes[at] & 0xff) != 0xff) {
        return false;
      }
      int marker = bytes[at + 1] & 0xff;
      int length = ((bytes[at + 2] & 0xff) << 8) | (bytes[at + 3] & 0xff);
      // Any number of 0xFF may stand before a marker.
      at += marker == 0xff ? 1 : 2 + length;
      if (marker == SCAN) {
        at = afterScan(bytes, at);
        if (at < 0) {
          return false;
        }
      }
      if (at + 2 <= bytes.length && (bytes[at] & 0xff) == 0xff && (bytes[at + 1] & 0xff) == END) {
        return true;
      }
    }
    return false;
  }

  /** Where the next marker is after the bits of a scan; -1 if it has what must not be there. */
  private static int afterScan(byte[] bytes, int from) {
    for (int at = from; at + 1 < bytes.length; at++) {
      if ((bytes[at] & 0xff) == 0xff) {
        int next = bytes[at + 1] & 0xff;
        boolean isOfTheScan = next == 0 || (next >= 0xd0 && next <= 0xd7);
        boolean isFill = next == 0xff;
        if (!isOfTheScan && !isFill) {
          // Tables, another scan, or the end may follow; everything else is noise.
          return next == 0xc4 || next == 0xdb || next == 0xdd || next >= 0xd9 ? at : -1;
        }
      }
    }
    return -1;
  }
}
