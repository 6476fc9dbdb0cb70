package org.mendedleaf.core.capture;

import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.LeftOut;

/**
 * Everything that was found on a shelf in one look.
 *
 * @param files files and links, folder by folder, each folder sorted by name
 * @param folders folders, the shelf's own first
 * @param problems what could not be looked at
 * @param unseen folders whose inside could not be listed: what is recorded there is not gone
 * @param leftOut what was not looked at on purpose; what is recorded of it is not gone either
 */
record Scan(
    List<Found> files,
    List<Found> folders,
    List<Problem> problems,
    List<InnerPath> unseen,
    LeftOut leftOut) {

  Scan() {
    this(LeftOut.NOTHING);
  }

  Scan(LeftOut leftOut) {
    this(new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), leftOut);
  }

  boolean couldSee(InnerPath path) {
    return unseen.stream().noneMatch(path::isWithin) && !leftOut.matches(path);
  }
}
