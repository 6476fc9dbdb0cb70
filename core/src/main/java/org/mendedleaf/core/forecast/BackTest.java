package org.mendedleaf.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.CarePlan;

/**
 * Compares the present with what a forecast some time ago would have said of it.
 *
 * @param from when it would have been made
 * @param said for now
 * @param then what the shelf took then
 * @param was what it takes now
 */
public record BackTest(Instant from, Futures.FuturePoint said, long then, long was) {

  /** A forecast is tried over so many weeks at most, and over half of what is known at most. */
  private static final int WEEKS = 12;

  /** Whether what came lies within the band. */
  public boolean isWithin() {
    return said.low() <= was && was <= said.high();
  }

  /**
   * Tries it.
   *
   * @param bytes what the shelf takes now
   * @return empty if too little is known
   */
  public static Optional<BackTest> of(
      List<Weighed> files, long bytes, CarePlan plan, Instant now, ZoneId zone, long seed) {
    Optional<Past> all = Past.of(files, now, zone);
    if (all.isEmpty()) {
      return Optional.empty();
    }
    int back = Math.min(WEEKS, all.get().weeks().size() / 2);
    Instant from = now.minus(Duration.ofDays(back * 7L));
    List<Weighed> then = files.stream().flatMap(file -> file.asOf(from).stream()).toList();
    double scale = Forecast.weigh(files) == 0 ? 1 : bytes / Forecast.weigh(files);
    long bytesThen = Math.round(Forecast.weigh(then) * scale);
    return back == 0
        ? Optional.empty()
        : Forecast.of(then, bytesThen, from, zone, seed)
            .map(
                forecast ->
                    new BackTest(from, forecast.at(plan, now).points().get(0), bytesThen, bytes));
  }
}
