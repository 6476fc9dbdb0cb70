package org.mendedleaf.outside.dav;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import org.mendedleaf.core.outside.Checksum;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;

/** The bytes of a state, compared at their end with what the storage says of them. */
final class CheckedBytes extends FilterInputStream {

  private final State state;
  private final String host;
  private final Optional<MessageDigest> digest;
  private long count;

  CheckedBytes(InputStream bytes, State state, String host) {
    super(bytes);
    this.state = state;
    this.host = host;
    digest = state.checksum().flatMap(CheckedBytes::digest);
  }

  private static Optional<MessageDigest> digest(Checksum checksum) {
    try {
      return Optional.of(MessageDigest.getInstance(checksum.algorithm()));
    } catch (NoSuchAlgorithmException e) {
      return Optional.empty();
    }
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    int read = read(one, 0, 1);
    return read < 0 ? read : one[0] & 0xff;
  }

  @Override
  public int read(byte[] to, int from, int length) throws IOException {
    int read = super.read(to, from, length);
    if (read > 0) {
      count += read;
      digest.ifPresent(one -> one.update(to, from, read));
    } else if (read < 0) {
      check();
    }
    return read;
  }

  private void check() throws StorageException {
    boolean isWhole = count == state.size();
    boolean isSame =
        digest
            .map(one -> HexFormat.of().formatHex(one.digest()))
            .flatMap(hex -> state.checksum().map(said -> said.hex().equalsIgnoreCase(hex)))
            .orElse(true);
    if (!isWhole || !isSame) {
      throw new StorageException(
          Trouble.DAMAGED,
          "What %s sent is not what it keeps. Nothing was changed; try again.".formatted(host));
    }
  }

  @Override
  public boolean markSupported() {
    return false;
  }
}
