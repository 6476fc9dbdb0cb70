package org.mendedleaf.core.outside;

import java.time.Duration;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;

/**
 * How a storage keeps earlier states. What it cannot do is empty, and stays so.
 *
 * @param mostStates of one file; the oldest go without a word
 * @param longest after which earlier states go
 * @param inBin how long removed files can be brought back
 * @param room bytes that it may hold
 * @param schedule of snapshots, as DTSTART and RRULE lines (RFC 5545)
 * @param mostSnapshots that the schedule keeps
 */
public record StorageSettings(
    Kept kept,
    OptionalInt mostStates,
    Optional<Duration> longest,
    Optional<Duration> inBin,
    OptionalLong room,
    Optional<String> schedule,
    OptionalInt mostSnapshots) {

  /** Whether a state that is replaced stays. */
  public enum Kept {
    /** The storage never does. */
    NEVER,
    /** It could, and nobody has begun it. */
    NOT_BEGUN,
    ON,
    /** What was kept is still there, and nothing is added. */
    PAUSED
  }

  public StorageSettings with(Kept other) {
    return new StorageSettings(other, mostStates, longest, inBin, room, schedule, mostSnapshots);
  }

  public StorageSettings withMostStates(int most) {
    return new StorageSettings(
        kept, OptionalInt.of(most), longest, inBin, room, schedule, mostSnapshots);
  }
}
