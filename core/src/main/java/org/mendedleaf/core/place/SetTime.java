package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributeView;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/**
 * Gives files their times, as exactly as this runtime can: from 1970 on to the nanosecond, before
 * that to the second, since it hands a negative fraction to the system, which refuses it or takes
 * it for 1970.
 */
final class SetTime {

  /** The runtime counts nanoseconds in 64 bits, and takes this moment for all later ones. */
  static final Instant LAST_BY_NANOSECONDS = Instant.ofEpochSecond(0, Long.MAX_VALUE);

  private SetTime() {}

  static void of(Path file, Instant modified) throws IOException {
    boolean early = modified.isBefore(Instant.EPOCH);
    Instant settable = early ? modified.truncatedTo(ChronoUnit.SECONDS) : modified;
    try {
      Files.getFileAttributeView(file, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
          .setTimes(FileTime.from(settable), null, null);
    } catch (FileSystemException e) {
      if (!early) {
        throw e;
      }
      // A drive that knows no time before 1970 keeps its own.
    }
  }
}
