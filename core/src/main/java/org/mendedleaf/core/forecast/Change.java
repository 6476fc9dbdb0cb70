package org.mendedleaf.core.forecast;

import java.time.Duration;
import org.mendedleaf.core.space.Weight;

/**
 * A change to a file, placed within a week.
 *
 * @param file its place in the past
 * @param at since the week began, on the plan's calendar
 * @param what whether it was saved, saved for the first time, or removed
 * @param bytes of the revision, where there is one
 */
record Change(int file, Duration at, Aspect what, long bytes, Weight weight) {

  enum Aspect {
    NEW,
    SAVED,
    REMOVED
  }
}
