package org.mendedleaf.core.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * The times at which this desk last looked through each shelf, whether or not anything had changed:
 * the ledger knows only of captures that found something. Kept in {@code captures.json} in the
 * application's data. Safe for several threads.
 */
public final class CaptureTimes {

  /** A desk that is used notes each capture; so long without any is stranger than a holiday. */
  public static final Duration QUIET = Duration.ofDays(45);

  private static final String JUMP = "jump";

  private final ShelfTimes times;

  CaptureTimes(Path home) {
    this.times = new ShelfTimes(home, "captures.json");
  }

  public void note(Shelf shelf, Instant at) throws IOException {
    times.change(
        known -> {
          Optional<Instant> before = last(known);
          if (before.isPresent() && at.isAfter(before.get().plus(QUIET))) {
            // What is captured after a jump must not hide it.
            known.put(JUMP, before.get().toString());
          }
          return known.put(ShelfTimes.name(shelf), at.toString());
        });
  }

  /** From when the clock jumped ahead, or a long quiet began, that nobody has confirmed. */
  public Optional<Instant> jump() throws IOException {
    return Optional.ofNullable(times.read().get(JUMP)).map(from -> Instant.parse(from.asText()));
  }

  /** A person has said that the clock is right. */
  public void confirm() throws IOException {
    if (times.read().has(JUMP)) {
      times.change(
          known -> {
            known.remove(JUMP);
            return known;
          });
    }
  }

  /** When a shelf was looked through last; empty if it never was. */
  public Optional<Instant> of(Shelf shelf) throws IOException {
    return times.of(shelf);
  }

  /** When any shelf was looked through last. */
  public Optional<Instant> last() throws IOException {
    return last(times.read());
  }

  private static Optional<Instant> last(ObjectNode known) {
    Optional<Instant> last = Optional.empty();
    for (JsonNode time : known) {
      Instant one = Instant.parse(time.asText());
      last = Optional.of(last.filter(other -> other.isAfter(one)).orElse(one));
    }
    return last;
  }
}
