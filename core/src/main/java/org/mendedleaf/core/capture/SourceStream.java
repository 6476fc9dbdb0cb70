package org.mendedleaf.core.capture;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Progress;

/**
 * A file of the shelf while it is read: marks errors as its own, counts bytes and honours a cancel.
 */
final class SourceStream extends FilterInputStream {

  private final Progress progress;

  SourceStream(InputStream in, Progress progress) {
    super(in);
    this.progress = progress;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] bytes, int from, int length) throws IOException {
    if (progress.cancelled()) {
      throw new CancelledException();
    }
    try {
      int read = super.read(bytes, from, length);
      progress.advanced(0, Math.max(read, 0));
      return read;
    } catch (IOException e) {
      throw new SourceReadException(e);
    }
  }

  @Override
  public int readNBytes(byte[] bytes, int from, int length) throws IOException {
    int total = 0;
    while (total < length) {
      int read = read(bytes, from + total, length - total);
      if (read < 0) {
        break;
      }
      total += read;
    }
    return total;
  }
}
