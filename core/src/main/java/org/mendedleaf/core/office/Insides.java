package org.mendedleaf.core.office;

import java.io.Closeable;
import java.io.IOException;
import java.time.Duration;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.compare.Look;
import org.mendedleaf.core.compare.ReaderProcess;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.ContentRef;

/** Looks inside revisions, through the child process. Safe for several threads. */
public final class Insides implements Closeable {

  private static final Duration DEADLINE = Duration.ofSeconds(5);

  private final ReaderProcess process = new ReaderProcess(DEADLINE);

  /** Looks inside a revision of a store. */
  public Look look(Revision revision, ContentReader contents) throws IOException {
    if (revision.state().link().isPresent()) {
      return new Look(
          "inode/symlink",
          java.util.Optional.empty(),
          new Look.Inside.Nothing("A link to " + revision.state().link().get() + "."));
    }
    ContentRef content = revision.state().content().orElseThrow();
    byte[] bytes = contents.head(content, ReaderProcess.MAX_BYTES);
    return process.look(revision.state().path().name(), bytes, bytes.length == content.size());
  }

  @Override
  public void close() {
    process.close();
  }
}
