package org.mendedleaf.core.session;

import java.io.IOException;
import java.io.OutputStream;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.store.ContentReader;

/** The content of a revision, out of its store. */
public record RevisionContent(Revision revision, ContentReader contents) implements Content {

  @Override
  public String name() {
    return revision.state().path().name();
  }

  @Override
  public long size() {
    return revision.state().size();
  }

  @Override
  public void writeFirst(long bytes, OutputStream out) throws IOException {
    contents.copyFirst(revision.state().content().orElseThrow(), bytes, out);
  }
}
