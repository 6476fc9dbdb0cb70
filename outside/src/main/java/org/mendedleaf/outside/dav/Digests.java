package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** What bytes are compared by without being kept. */
final class Digests {

  private Digests() {}

  /** Reads to the end. */
  static String of(InputStream bytes, String algorithm) throws IOException {
    try {
      MessageDigest digest = MessageDigest.getInstance(algorithm);
      new DigestInputStream(bytes, digest).transferTo(OutputStream.nullOutputStream());
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IOException(
          "Checksums of the kind %s cannot be made here.".formatted(algorithm), e);
    }
  }
}
