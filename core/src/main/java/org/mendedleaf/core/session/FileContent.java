package org.mendedleaf.core.session;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.mendedleaf.core.compare.process.Content;

/**
 * The content of a file on a disk.
 *
 * @param size as it was when the question was asked; the file may change meanwhile
 */
public record FileContent(Path file, long size) implements Content {

  private static final int BUFFER = 1 << 16;

  @Override
  public String name() {
    return file.getFileName().toString();
  }

  @Override
  public void writeFirst(long bytes, OutputStream out) throws IOException {
    long left = bytes;
    try (InputStream in = Files.newInputStream(file)) {
      byte[] buffer = new byte[BUFFER];
      while (left > 0) {
        int read = in.read(buffer, 0, (int) Math.min(buffer.length, left));
        if (read < 0) {
          throw new EOFException(
              "“%s” became shorter while it was read; look again.".formatted(file));
        }
        out.write(buffer, 0, read);
        left -= read;
      }
    }
  }
}
