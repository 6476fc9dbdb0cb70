package org.mendedleaf.core.session;

import java.io.Closeable;
import java.io.IOException;
import java.time.Duration;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.inside.Author;
import org.mendedleaf.core.compare.inside.Opened;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.compare.process.Look;
import org.mendedleaf.core.compare.process.ReaderProcess;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.store.ContentReader;

/**
 * Looks inside contents and compares them, through child processes: one for what a person waits
 * for, one for work in the background. Safe for several threads.
 */
public final class Insides implements Closeable {

  private static final Duration DEADLINE = Duration.ofSeconds(4);

  /** What is kept for good should not depend on how busy the machine was. */
  private static final Duration UNHURRIED = Duration.ofSeconds(30);

  private final ReaderProcess waitedFor = new ReaderProcess(DEADLINE);
  private final ReaderProcess background = new ReaderProcess(UNHURRIED);

  /**
   * Looks inside a revision of a store.
   *
   * @param page which page of a paged content, from 0
   */
  public Look look(Revision revision, ContentReader contents, int page) throws IOException {
    return revision.state().link().isPresent()
        ? Look.ofLink(revision.state().link().get())
        : waitedFor.look(new RevisionContent(revision, contents), page);
  }

  /** Looks inside a content that nobody waits for. */
  public Look measure(Content content) throws IOException {
    return background.look(content, 0);
  }

  /** What a content is recognised by; somebody waits for many of these. */
  public Traits traits(Content content) throws IOException {
    return background.traits(content);
  }

  /** Whether a content is whole; nobody waits for it. */
  public Opened open(Content content) throws IOException {
    return background.open(content);
  }

  public Author author(Revision revision, ContentReader contents) throws IOException {
    return background.author(new RevisionContent(revision, contents));
  }

  public Comparison compare(Content earlier, Content later) throws IOException {
    return waitedFor.compare(earlier, later, true);
  }

  public Comparison sum(Content earlier, Content later) throws IOException {
    return background.compare(earlier, later, false);
  }

  /** Lets the background process go; it starts again when it is needed. */
  public void rest() {
    background.rest();
  }

  @Override
  public void close() {
    waitedFor.close();
    background.close();
  }
}
