package org.mendedleaf.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is promised holds, on the days on which clocks are changed too. */
class SpanTest {

  @ParameterizedTest
  @ValueSource(
      strings = {"Europe/Lisbon", "America/New_York", "Australia/Lord_Howe", "Africa/Cairo", "UTC"})
  void untilTheMomentThatIsPromisedItIsLessThanSoLongAgo(String id) {
    ZoneId zone = ZoneId.of(id);
    Random random = new Random(id.hashCode());
    Span[] spans = {
      Span.days(1),
      Span.days(7),
      Span.days(30),
      Span.parse("1 month").orElseThrow(),
      Span.parse("2 weeks").orElseThrow(),
      Span.parse("1 year").orElseThrow(),
      Span.parse("36 hours").orElseThrow()
    };
    for (int i = 0; i < 20_000; i++) {
      // Half of them close to a change of the clock, counted forward or back.
      Instant end = Instant.parse("2026-01-01T00:00:00Z").plusSeconds(random.nextInt(31_536_000));
      var next = zone.getRules().nextTransition(end);
      Span span = spans[random.nextInt(spans.length)];
      if (next != null && random.nextBoolean()) {
        Instant change = next.getInstant();
        end = random.nextBoolean() ? change : span.before(change, zone);
        end = end.plus(Duration.ofMinutes(random.nextInt(360) - 180));
      }
      Instant promised = span.after(end, zone);
      for (int minutes = 0; minutes < 240; minutes += 10) {
        Instant at = promised.minus(Duration.ofMinutes(minutes)).minusNanos(1);
        assertThat(span.before(at, zone)).as("%s after %s, at %s", span, end, at).isBefore(end);
      }
    }
  }
}
