package org.mendedleaf.core.keeping;

import org.mendedleaf.core.history.Revision;

/** A revision, named by its file and number. */
public record RevisionOf(long file, int number) {
  public static RevisionOf of(Revision one) {
    return new RevisionOf(one.file(), one.number());
  }
}
