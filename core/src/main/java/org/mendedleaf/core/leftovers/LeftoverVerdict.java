package org.mendedleaf.core.leftovers;

import java.util.Locale;

/** What a leftover is beside the history of its file. */
public enum LeftoverVerdict {
  /** Saved after everything that is recorded of its file. */
  NEWER,
  /** The only thing there is of a file that was never recorded. */
  ONLY_SURVIVOR,
  /** Not recorded, but saved before the newest revision. */
  OLDER,
  /** The same, to the byte, as a revision. */
  SAME,
  /** Nothing is in it, or it does not open as what it is. */
  DAMAGED;

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
