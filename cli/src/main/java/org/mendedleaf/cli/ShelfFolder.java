package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.Shelf;

/** A shelf, or a folder of it, as it is written: SHELF or SHELF:folder. */
record ShelfFolder(Shelf shelf, InnerPath folder) {

  static ShelfFolder parse(Office office, String written) throws IOException {
    int colon = written.indexOf(':');
    String inner = colon < 0 ? "" : written.substring(colon + 1).replaceAll("^/+|/+$", "");
    Shelf shelf = office.shelves().named(colon < 0 ? written : written.substring(0, colon));
    return new ShelfFolder(shelf, new InnerPath(inner));
  }
}
