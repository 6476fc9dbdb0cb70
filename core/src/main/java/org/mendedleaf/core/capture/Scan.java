package org.mendedleaf.core.capture;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;

/**
 * The result of looking through a shelf once.
 *
 * @param files files and links, folder by folder, each folder sorted by name
 * @param folders folders, the shelf's own first
 * @param problems what could not be looked at
 * @param unseen folders whose inside could not be listed: what is recorded there is not gone
 * @param leftBehind files that were written into place, by us, when their writer died, perhaps
 * @param leftOut what was not looked at on purpose; what is recorded of it is not gone either
 */
record Scan(
    List<Found> files,
    List<Found> folders,
    List<Problem> problems,
    List<InnerPath> unseen,
    List<LeftBehind> leftBehind,
    LeftOut leftOut) {

  /**
   * A file under one of our temporary names.
   *
   * @param changed when anything about it changed last: its own time is that of what it holds
   */
  record LeftBehind(Path file, Instant changed) {}

  Scan() {
    this(LeftOut.NOTHING);
  }

  Scan(LeftOut leftOut) {
    this(
        new ArrayList<>(),
        new ArrayList<>(),
        new ArrayList<>(),
        new ArrayList<>(),
        new ArrayList<>(),
        leftOut);
  }

  boolean couldSee(InnerPath path) {
    return unseen.stream().noneMatch(path::isWithin) && !leftOut.matches(path);
  }
}
