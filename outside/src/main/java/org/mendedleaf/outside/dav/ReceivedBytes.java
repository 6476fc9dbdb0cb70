package org.mendedleaf.outside.dav;

import java.io.Closeable;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Bytes of an answer, which is closed with them; that it broke off is a sentence. */
final class ReceivedBytes extends FilterInputStream {

  private final Closeable answer;
  private final String host;

  ReceivedBytes(InputStream bytes, Closeable answer, String host) {
    super(bytes);
    this.answer = answer;
    this.host = host;
  }

  @Override
  public int read() throws IOException {
    try {
      return super.read();
    } catch (IOException e) {
      throw Refusals.of(host, e);
    }
  }

  @Override
  public int read(byte[] to, int from, int length) throws IOException {
    try {
      return super.read(to, from, length);
    } catch (IOException e) {
      throw Refusals.of(host, e);
    }
  }

  /** Closes the answer at once: what was not read is not waited for. */
  @Override
  public void close() throws IOException {
    answer.close();
  }
}
