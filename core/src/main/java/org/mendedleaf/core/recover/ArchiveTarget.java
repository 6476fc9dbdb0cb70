package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.place.Step;

/** The place of an archive: it is written as a whole, or not at all. */
record ArchiveTarget(Path zip) {

  /** What will happen to the archive as a whole. */
  Step step(IfThere ifThere) throws IOException {
    BasicFileAttributes found;
    try {
      found = Files.readAttributes(zip, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    } catch (NoSuchFileException e) {
      return step(zip, Outcome.RECOVERED, Optional.empty(), "");
    }
    Optional<Step.Stands> stands =
        Optional.of(
            new Step.Stands(
                zip, found.size(), found.lastModifiedTime().toInstant(), OptionalInt.empty()));
    if (!found.isRegularFile()) {
      return step(zip, Outcome.REFUSED, stands, "a folder or a link stands there");
    }
    return switch (ifThere) {
      case MAKE_ROOM -> step(zip, Outcome.MADE_ROOM, stands, "");
      case LEAVE -> step(zip, Outcome.LEFT, stands, "something else stands there");
      case BESIDE -> step(free(), Outcome.BESIDE, stands, "");
    };
  }

  private Path free() {
    Path free = zip;
    for (int number = 2; Files.exists(free, LinkOption.NOFOLLOW_LINKS); number++) {
      free = zip.resolveSibling(TellingName.numbered(ShelfPaths.name(zip), number));
    }
    return free;
  }

  private static Step step(Path target, Outcome outcome, Optional<Step.Stands> stands, String why) {
    return new Step(
        target,
        Optional.empty(),
        outcome,
        Optional.empty(),
        OptionalLong.empty(),
        OptionalInt.empty(),
        stands,
        why);
  }
}
