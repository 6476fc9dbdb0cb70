package org.mendedleaf.desktop.shelves;

import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Names;

/** Names as one line: control characters, which file names may have, are shown as a mark. */
public final class Shortened {

  private Shortened() {}

  /** The last name of a path. */
  public static String name(InnerPath path) {
    return Names.shown(path.name()).replaceAll("\\p{Cntrl}", "␤");
  }
}
