package org.mendedleaf.desktop.plan;

import java.time.DayOfWeek;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.forecast.BackTest;
import org.mendedleaf.core.forecast.Futures;
import org.mendedleaf.core.keeping.Forecasts;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Outlook;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/**
 * Forecasts the space that a shelf will take over the next year, by its plan and by others; knows
 * no nodes.
 */
final class OutlookPresenter {

  private static final List<String> RHYTHMS =
      List.of(
          "on save", "every 5 minutes", "every 20 minutes", "every 2 hours", "at 18:00 every day");

  private final Context context;
  private final Shelf shelf;
  private final ReadOnlyObjectWrapper<OutlookFacts> facts = new ReadOnlyObjectWrapper<>();

  OutlookPresenter(Context context, Shelf shelf) {
    this.context = context;
    this.shelf = shelf;
  }

  /**
   * A way it may go.
   *
   * @param own whether it is what the shelf has
   * @param states how many states of files are recorded a week, about
   */
  record OutlookRow(
      String name, String rhythm, boolean own, double states, Futures futures, Futures.Day full) {
    Futures.FuturePoint inAYear() {
      return PlanPresenter.inAYear(futures);
    }
  }

  /** What is known, and the ways it may go, the shelf's own first; none where it is too early. */
  record OutlookFacts(Forecasts.ShelfForecast known, List<OutlookRow> rows) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<OutlookFacts> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(this::look, facts::set);
  }

  private OutlookFacts look() throws java.io.IOException {
    Forecasts.ShelfForecast known = context.office().forecasts().of(shelf);
    NamedPlan own =
        known
            .own()
            .orElseGet(
                () ->
                    NamedPlan.keepingAll(
                        Words.of("plans.everything"), context.zone(), DayOfWeek.MONDAY));
    List<OutlookRow> rows = new ArrayList<>();
    if (known.forecast().isPresent()) {
      rows.add(row(known, own, true));
      for (NamedPlan ready : ReadyPlans.of(context.zone(), DayOfWeek.MONDAY)) {
        if (!ready.name().equals(own.name())) {
          rows.add(row(known, ready.captured(own.rhythm()), false));
        }
      }
      for (String sentence : RHYTHMS) {
        Rhythm rhythm = Rhythm.parse(sentence).orElseThrow();
        if (!rhythm.equals(own.rhythm())) {
          rows.add(row(known, own.captured(rhythm), false));
        }
      }
    }
    return new OutlookFacts(known, rows);
  }

  private static OutlookRow row(Forecasts.ShelfForecast known, NamedPlan plan, boolean own) {
    Futures futures = known.under(plan).orElseThrow();
    return new OutlookRow(
        plan.name(),
        plan.rhythm().sentence(),
        own,
        known.forecast().orElseThrow().statesAWeek(known.rhythm(), plan.rhythm()),
        futures,
        known.full(futures).orElseThrow());
  }

  /** Which shelf, and what it takes now. */
  String told() {
    return Words.of("outlook.of", shelf.name(), Shown.size(facts.get().known().bytes()));
  }

  /** What it will take in a year, and when the drive is full. */
  String answer() {
    List<OutlookRow> rows = facts.get().rows();
    if (rows.isEmpty()) {
      return Words.of("plan.tooShort");
    }
    OutlookRow own = rows.get(0);
    return Words.of(
            "outlook.answer",
            Shown.size(own.inAYear().middle()),
            Shown.size(own.inAYear().low()),
            Shown.size(own.inAYear().high()))
        + " "
        + own.full()
            .middle()
            .map(at -> full(own, at))
            .orElse(Words.of("outlook.lasts", Shown.size(facts.get().known().free())));
  }

  private String full(OutlookRow own, Instant at) {
    return Words.of(
        "outlook.isFull",
        Shown.day(at, context.now(), context.zone()),
        own.full().low().map(early -> Shown.day(early, context.now(), context.zone())).orElse(""));
  }

  /** From how much the forecast was made, and what one like it would have said before. */
  String trust() {
    return facts.get().rows().isEmpty() ? "" : trust(facts.get().known());
  }

  private String trust(Forecasts.ShelfForecast known) {
    String from = Words.count("outlook.from", known.forecast().orElseThrow().weeks());
    String share =
        known.share() < 1
            ? " " + Words.of("outlook.sample", Shown.count(Math.round(known.share() * 100)))
            : "";
    return from + share + known.backTest().map(test -> " " + tested(test)).orElse("");
  }

  private String tested(BackTest test) {
    return Words.of(
        "outlook.backTest",
        Shown.day(test.from(), context.now(), context.zone()),
        Shown.size(test.said().middle()),
        Shown.size(test.said().low()),
        Shown.size(test.said().high()),
        Shown.size(test.was()));
  }

  /** The shelf's own way, and the chosen one beside it. */
  Optional<Outlook.DrawnOutlook> drawn(Optional<OutlookRow> chosen) {
    if (facts.get() == null || facts.get().rows().isEmpty()) {
      return Optional.empty();
    }
    Forecasts.ShelfForecast known = facts.get().known();
    List<Outlook.Way> ways = new ArrayList<>();
    chosen.filter(row -> !row.own()).ifPresent(row -> ways.add(way(row, "other", known)));
    ways.add(way(facts.get().rows().get(0), "own", known));
    long most =
        ways.stream()
            .mapToLong(way -> way.points().get(way.points().size() - 1).high())
            .max()
            .orElse(0);
    long full = known.bytes() + known.free();
    return Optional.of(
        new Outlook.DrawnOutlook(
            ways, full < most * 2 ? Optional.of(full) : Optional.empty(), context.zone()));
  }

  private static Outlook.Way way(OutlookRow row, String style, Forecasts.ShelfForecast known) {
    List<Outlook.OutlookPoint> points = new ArrayList<>();
    points.add(new Outlook.OutlookPoint(known.now(), known.bytes(), known.bytes(), known.bytes()));
    for (Futures.FuturePoint point : row.futures().points()) {
      points.add(new Outlook.OutlookPoint(point.at(), point.low(), point.middle(), point.high()));
    }
    return new Outlook.Way(
        Words.of(
            "outlook.way",
            row.own() ? Words.of("outlook.own", row.name()) : row.name(),
            row.rhythm()),
        style,
        points);
  }
}
