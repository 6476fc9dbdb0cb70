package org.mendedleaf.core.compare.readers;

import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Parts of an OpenDocument package, with a limit to what they may unpack to. */
final class OpenPackage {

  private static final long MAX_UNPACKED = 256L << 20;

  private OpenPackage() {}

  /** The part of this name; throws if there is none. */
  static InputStream part(byte[] bytes, String name) throws IOException, UnreadableException {
    ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes));
    for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
      if (entry.getName().equals(name)) {
        return new Limited(zip);
      }
    }
    throw new UnreadableException(
        "It is no whole document: “%s” is missing in it.".formatted(name));
  }

  private static final class Limited extends FilterInputStream {
    private long left = MAX_UNPACKED;

    Limited(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      int read = super.read();
      count(read < 0 ? 0 : 1);
      return read;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
      int read = super.read(into, from, length);
      count(Math.max(0, read));
      return read;
    }

    private void count(int read) throws IOException {
      left -= read;
      if (left < 0) {
        throw new IOException("it unpacks to more than 256 MB");
      }
    }
  }
}
