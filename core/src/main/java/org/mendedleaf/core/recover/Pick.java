package org.mendedleaf.core.recover;

import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;

/** Something to recover. */
public sealed interface Pick {

  /**
   * A file or a folder with everything in it, as it was at a moment.
   *
   * @param path the root for the whole shelf
   */
  record OfMoment(InnerPath path, Moment moment) implements Pick {}

  /** One revision of a file. */
  record OfRevision(long file, int revision) implements Pick {}
}
