package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.InnerPath;

/** One place on a working shelf that is about to get another content. */
final class ShelfTarget {

  private ShelfTarget() {}

  /** A link somewhere in the path must not lead the writing out of the shelf. */
  static void requireInside(Path folder, Path target) throws IOException {
    Path parent = target.toAbsolutePath().getParent();
    while (!Files.exists(parent, LinkOption.NOFOLLOW_LINKS)) {
      parent = parent.getParent();
    }
    if (!parent.toRealPath().startsWith(folder.toRealPath())) {
      throw new RefusedException(
          "%s lies behind a link that leads out of its shelf, so nothing is written there."
              .formatted(target));
    }
  }

  /**
   * Records what lies there.
   *
   * @return what lay there then
   * @throws RefusedException if it cannot be recorded
   */
  static Standing captured(Capture capture, long shelf, Path folder, InnerPath path, String by)
      throws IOException {
    Capture.Request request = new Capture.Request(shelf, folder, by, false);
    Optional<Problem> problem = capture.one(request, path);
    if (problem.isPresent()) {
      throw new RefusedException(
          "%s stays as it is: what lies there could not be recorded first (%s). Nothing was changed."
              .formatted(path.shown(), problem.get().detail()));
    }
    return capture.standing(ShelfPaths.resolve(folder, path), path);
  }
}
