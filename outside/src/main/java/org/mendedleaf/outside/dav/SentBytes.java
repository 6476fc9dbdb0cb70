package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import org.apache.http.entity.AbstractHttpEntity;
import org.mendedleaf.core.outside.Outgoing;
import org.mendedleaf.core.progress.Progress;

/** Bytes on their way to a server, counted as they go. */
final class SentBytes extends AbstractHttpEntity {

  private static final int BUFFER = 64 << 10;

  private final Outgoing content;
  private final Progress progress;
  private final long size;

  SentBytes(Outgoing content, Progress progress) throws IOException {
    this.content = content;
    this.progress = progress;
    size = content.size();
  }

  /** Never without being asked: the server may have it already. */
  @Override
  public boolean isRepeatable() {
    return false;
  }

  @Override
  public long getContentLength() {
    return size;
  }

  @Override
  public InputStream getContent() throws IOException {
    return content.open();
  }

  @Override
  public void writeTo(OutputStream to) throws IOException {
    byte[] buffer = new byte[BUFFER];
    try (InputStream in = content.open()) {
      for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
        progress.checkCancelled();
        to.write(buffer, 0, read);
        progress.advanced(0, read);
      }
    }
  }

  @Override
  public boolean isStreaming() {
    return true;
  }
}
