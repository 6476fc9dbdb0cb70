package org.mendedleaf.standin.keep;

import org.jspecify.annotations.Nullable;

/**
 * How earlier states are kept for the time being.
 *
 * @param keeping whether a state that is replaced stays
 * @param mostStates of one file, if limited
 * @param longest milliseconds after which earlier states go, if limited
 * @param inBin milliseconds for which removed files come back, if limited
 * @param room bytes, if limited
 * @param schedule of snapshots (RFC 5545), if any
 * @param mostSnapshots that the schedule keeps, if limited
 */
public record Terms(
    KeepingState keeping,
    @Nullable Integer mostStates,
    @Nullable Long longest,
    @Nullable Long inBin,
    @Nullable Long room,
    @Nullable String schedule,
    @Nullable Integer mostSnapshots) {

  /** Whether a state that is replaced stays. */
  public enum KeepingState {
    NEVER,
    NOT_BEGUN,
    ON,
    PAUSED
  }

  /** Everything is kept for good. */
  public static final Terms ALL = new Terms(KeepingState.ON, null, null, null, null, null, null);

  public Terms with(KeepingState other) {
    return new Terms(other, mostStates, longest, inBin, room, schedule, mostSnapshots);
  }

  public Terms withMostStates(@Nullable Integer most) {
    return new Terms(keeping, most, longest, inBin, room, schedule, mostSnapshots);
  }

  public Terms withLongest(@Nullable Long millis) {
    return new Terms(keeping, mostStates, millis, inBin, room, schedule, mostSnapshots);
  }

  public Terms withInBin(@Nullable Long millis) {
    return new Terms(keeping, mostStates, longest, millis, room, schedule, mostSnapshots);
  }

  public Terms withRoom(@Nullable Long bytes) {
    return new Terms(keeping, mostStates, longest, inBin, bytes, schedule, mostSnapshots);
  }

  public Terms withSchedule(@Nullable String lines) {
    return new Terms(keeping, mostStates, longest, inBin, room, lines, mostSnapshots);
  }

  public Terms withMostSnapshots(@Nullable Integer most) {
    return new Terms(keeping, mostStates, longest, inBin, room, schedule, most);
  }
}
