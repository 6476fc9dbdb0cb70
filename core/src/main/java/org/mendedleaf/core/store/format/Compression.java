package org.mendedleaf.core.store.format;

import com.github.luben.zstd.Zstd;
import com.github.luben.zstd.ZstdCompressCtx;
import com.github.luben.zstd.ZstdDecompressCtx;
import com.github.luben.zstd.ZstdException;

/** Zstandard with and without a raw-content dictionary. Stateless. */
public final class Compression {

  // Level 1 keeps pace with hashing, and what is captured first is captured once. With a dictionary
  // nearly all of the gain is in the match, so a higher level costs little and finds more of it.
  static final int LEVEL = 1;
  private static final int LEVEL_ON_BASES = 9;

  /** A dictionary that begins with this would be read as a trained one (RFC 8878, 5). */
  private static final int TRAINED = 0xEC30A437;

  private static final int LEVEL_MOST = 19;

  private Compression() {}

  public static byte[] compress(byte[] plain, int length) {
    try (ZstdCompressCtx context = new ZstdCompressCtx()) {
      context.setLevel(LEVEL).setContentSize(true);
      byte[] input = length == plain.length ? plain : java.util.Arrays.copyOf(plain, length);
      return context.compress(input);
    }
  }

  /** The strongest compression; takes a hundred times as long. */
  public static byte[] compressMost(byte[] plain) {
    try (ZstdCompressCtx context = new ZstdCompressCtx()) {
      context.setLevel(LEVEL_MOST).setContentSize(true);
      return context.compress(plain);
    }
  }

  public static boolean canBeDictionary(byte[] bytes) {
    return bytes.length >= 8
        && !((bytes[0] & 0xff) == (TRAINED & 0xff)
            && (bytes[1] & 0xff) == (TRAINED >> 8 & 0xff)
            && (bytes[2] & 0xff) == (TRAINED >> 16 & 0xff)
            && (bytes[3] & 0xff) == (TRAINED >>> 24));
  }

  public static byte[] compressOnBases(byte[] plain, byte[] dictionary) {
    return compressOnBases(plain, dictionary, LEVEL_ON_BASES);
  }

  /** The strongest compression against these bases. */
  public static byte[] compressMostOnBases(byte[] plain, byte[] dictionary) {
    return compressOnBases(plain, dictionary, LEVEL_MOST);
  }

  private static byte[] compressOnBases(byte[] plain, byte[] dictionary, int level) {
    try (ZstdCompressCtx context = new ZstdCompressCtx()) {
      context.setLevel(level).setContentSize(true).loadDict(dictionary);
      return context.compress(plain);
    }
  }

  public static byte[] expand(
      Codec codec, byte[] payload, int plainLength, byte[] dictionary, String where)
      throws DamagedContentException {
    if (codec == Codec.STORED) {
      return payload;
    }
    try (ZstdDecompressCtx context = new ZstdDecompressCtx()) {
      if (codec == Codec.ZSTD_ON_BASES) {
        context.loadDict(dictionary);
      }
      byte[] plain = context.decompress(payload, plainLength);
      if (plain.length != plainLength) {
        throw new DamagedContentException(where, "it unpacks to another length than written");
      }
      return plain;
    } catch (ZstdException e) {
      throw new DamagedContentException(where, "it does not unpack (" + e.getMessage() + ")");
    }
  }

  /** Unpacks a whole frame that says its own length. */
  public static byte[] expandFrame(byte[] frame, int limit, String where)
      throws DamagedContentException {
    long length = Zstd.getFrameContentSize(frame);
    if (length < 0 || length > limit) {
      throw new DamagedContentException(where, "its compressed part says no usable length");
    }
    return expand(Codec.ZSTD, frame, (int) length, new byte[0], where);
  }
}
