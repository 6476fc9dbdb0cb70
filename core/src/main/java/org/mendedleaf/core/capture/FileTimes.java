package org.mendedleaf.core.capture;

import java.time.Instant;

/**
 * Tells what a file's time means on the office's clock. In a demonstration that clock stands months
 * away from the machine's, and what people save there must not lie in the future.
 */
public interface FileTimes {

  Instant onOfficeClock(Instant fileTime);

  /** The machine's clock is the office's. */
  FileTimes AS_THEY_ARE = fileTime -> fileTime;
}
