package org.mendedleaf.core.store.format;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * The name of a piece of content: 32 bytes, the SHA-256 of its plain bytes. Blocks of metadata use
 * the same shape with random bytes, so that an erased name cannot be guessed from the log.
 */
public record ContentId(long w0, long w1, long w2, long w3) implements Comparable<ContentId> {

  /** The number of bytes in an id. */
  public static final int BYTES = 32;

  /** Reads an id from exactly 32 bytes. */
  public static ContentId of(byte[] bytes) {
    if (bytes.length != BYTES) {
      throw new IllegalArgumentException("an id has 32 bytes, not " + bytes.length);
    }
    return read(ByteBuffer.wrap(bytes));
  }

  /** Reads an id from its 64 hexadecimal digits. */
  public static ContentId parse(String hex) {
    return of(HexFormat.of().parseHex(hex));
  }

  /** The id of these bytes: their SHA-256. */
  public static ContentId hash(byte[] bytes, int from, int length) {
    MessageDigest digest = sha256();
    digest.update(bytes, from, length);
    return of(digest.digest());
  }

  /** A new SHA-256 digest; every Java platform has one. */
  public static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("this Java has no SHA-256", e);
    }
  }

  public static ContentId read(ByteBuffer from) {
    return new ContentId(from.getLong(), from.getLong(), from.getLong(), from.getLong());
  }

  public void write(ByteBuffer to) {
    to.putLong(w0).putLong(w1).putLong(w2).putLong(w3);
  }

  /** The 32 bytes, a fresh array. */
  public byte[] bytes() {
    ByteBuffer buffer = ByteBuffer.allocate(BYTES);
    write(buffer);
    return buffer.array();
  }

  /** The 64 hexadecimal digits, lower case. */
  public String hex() {
    return HexFormat.of().formatHex(bytes());
  }

  @Override
  public int compareTo(ContentId other) {
    int c = Long.compareUnsigned(w0, other.w0);
    c = c != 0 ? c : Long.compareUnsigned(w1, other.w1);
    c = c != 0 ? c : Long.compareUnsigned(w2, other.w2);
    return c != 0 ? c : Long.compareUnsigned(w3, other.w3);
  }

  @Override
  public String toString() {
    return hex();
  }
}
