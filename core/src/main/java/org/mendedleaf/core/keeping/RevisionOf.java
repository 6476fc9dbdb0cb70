package org.mendedleaf.core.keeping;

import org.mendedleaf.core.history.Revision;

/** Which revision of which file. */
public record RevisionOf(long file, int number) {
  public static RevisionOf of(Revision one) {
    return new RevisionOf(one.file(), one.number());
  }
}
