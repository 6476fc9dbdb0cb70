package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.forecast.BackTest;
import org.mendedleaf.core.forecast.Futures;
import org.mendedleaf.core.keeping.Forecasts;
import org.mendedleaf.core.plan.NamedPlan;

/** The space that a shelf will take under some plans, as text and JSON. */
public final class ForecastAnswer {

  private final Forecasts.ShelfForecast known;
  private final ZoneId zone;

  public ForecastAnswer(Forecasts.ShelfForecast known, ZoneId zone) {
    this.known = known;
    this.zone = zone;
  }

  public Answer of(List<NamedPlan> plans) {
    ObjectNode node = Json.object();
    node.put("shelf", known.shelf().name()).put("at", known.now().toString());
    node.put("bytes", known.bytes()).put("free", known.free());
    node.put("weeks", known.forecast().map(one -> one.weeks()).orElse(0));
    node.put("share", known.share());
    StringBuilder text = new StringBuilder();
    text.append(
        "%s takes %s now; %s are free on the drive.%n"
            .formatted(known.shelf().name(), Text.size(known.bytes()), Text.size(known.free())));
    ArrayNode array = node.putArray("plans");
    if (known.forecast().isEmpty()) {
      text.append(
          "Its history is shorter than two weeks, which is too short for a forecast.%n"
              .formatted());
      return Answer.done(node, text.toString());
    }
    for (NamedPlan plan : plans) {
      Futures futures = known.under(plan).orElseThrow();
      add(array.addObject().put("plan", plan.name()), plan, futures, text);
    }
    known.backTest().ifPresent(test -> add(node.putObject("backTest"), test, text));
    if (known.share() < 1) {
      text.append(
          "Told from a sample of %.0f %% of the revisions.%n".formatted(known.share() * 100));
    }
    return Answer.done(node, text.toString());
  }

  private void add(ObjectNode node, NamedPlan plan, Futures futures, StringBuilder text) {
    node.put("rhythm", plan.rhythm().sentence());
    ArrayNode points = node.putArray("points");
    List<Futures.FuturePoint> all = futures.points();
    for (Futures.FuturePoint point : all) {
      points
          .addObject()
          .put("at", point.at().toString())
          .put("low", point.low())
          .put("middle", point.middle())
          .put("high", point.high());
    }
    Futures.FuturePoint last = all.get(all.size() - 1);
    text.append(
        "“%s”, captured %s: in a year about %s (%s to %s)"
            .formatted(
                plan.name(),
                plan.rhythm().sentence(),
                Text.size(last.middle()),
                Text.size(last.low()),
                Text.size(last.high())));
    Optional<Instant> full =
        known
            .full(futures)
            .flatMap(
                day -> {
                  ObjectNode days = node.putObject("driveFull");
                  day.low().ifPresent(at -> days.put("earliest", at.toString()));
                  day.middle().ifPresent(at -> days.put("middle", at.toString()));
                  day.high().ifPresent(at -> days.put("latest", at.toString()));
                  return day.middle();
                });
    text.append(
        full.map(at -> "; the drive is full on about %s%n".formatted(Text.day(at, zone)))
            .orElse("; the drive lasts longer than a year%n".formatted()));
  }

  private void add(ObjectNode node, BackTest test, StringBuilder text) {
    node.put("from", test.from().toString()).put("then", test.then()).put("was", test.was());
    node.put("low", test.said().low())
        .put("middle", test.said().middle())
        .put("high", test.said().high());
    text.append(
        "On %s such a forecast would have said %s (%s to %s) for today; it is %s.%n"
            .formatted(
                Text.day(test.from(), zone),
                Text.size(test.said().middle()),
                Text.size(test.said().low()),
                Text.size(test.said().high()),
                Text.size(test.was())));
  }
}
