package org.mendedleaf.core.capture;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/**
 * Decides whether a file may have been saved again after it was read although its time and size are
 * the same: a drive's clock advances in ticks, and two saves within one tick have the same time.
 *
 * <p>What matters is when this very file was read, not when the capture began that read it: a long
 * capture comes to a file much later.
 */
final class ClockTick {

  private static final Duration FINE = Duration.ofMillis(20);
  private static final Duration COARSE = Duration.ofSeconds(2);

  /** How far the clock of a drive elsewhere may go ahead of the desk's. */
  private static final Duration AHEAD = Duration.ofHours(1);

  /** A capture may take so long; files that it read late are dated after its beginning. */
  private static final Duration LONGEST_CAPTURE = Duration.ofDays(30);

  private ClockTick() {}

  /**
   * @param modified the file's time
   * @param readAt when its reading began, on the same clock
   */
  static boolean mayHideASave(Instant modified, Instant readAt) {
    return mayHide(modified, readAt, AHEAD);
  }

  /** The same where only the beginning of the capture is known that has read it. */
  static boolean mayHideASaveSince(Instant modified, Instant captureBegan) {
    return mayHide(modified, captureBegan, LONGEST_CAPTURE);
  }

  /** Whether a time on a drive is certainly before another, whatever the drive's resolution. */
  static boolean isBefore(Instant onDrive, Instant then) {
    return onDrive.plus(tick(onDrive)).isBefore(then);
  }

  private static Duration tick(Instant onDrive) {
    return onDrive.equals(onDrive.truncatedTo(ChronoUnit.SECONDS)) ? COARSE : FINE;
  }

  private static boolean mayHide(Instant modified, Instant readAt, Duration ahead) {
    Duration after = Duration.between(readAt, modified);
    return after.compareTo(tick(modified).negated()) > 0 && after.compareTo(ahead) < 0;
  }
}
