package org.mendedleaf.desktop.plan;

import java.time.DayOfWeek;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
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
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** What a shelf will take over the next year: under its plan and others, and by other rhythms. */
public final class OutlookPage implements Page {

  private static final List<String> RHYTHMS =
      List.of(
          "on save", "every 5 minutes", "every 20 minutes", "every 2 hours", "at 18:00 every day");

  private final Context context;
  private final Shelf shelf;
  private final Outlook drawing = new Outlook();
  private final Label facts = Nodes.label("", "soft");
  private final Label answer = Nodes.text("");
  private final Label trust = Nodes.text("", "soft");
  private final SheetTable<OutlookRow> table =
      new SheetTable<>("outlook", row -> {}, OutlookRow::name);
  private final VBox root;
  private Shown.SizeUnit unit = Shown.SizeUnit.MB;
  private TableColumn<OutlookRow, OutlookRow> sizes;
  private TableColumn<OutlookRow, OutlookRow> lows;
  private TableColumn<OutlookRow, OutlookRow> highs;
  private Optional<OutlookFacts> shown = Optional.empty();

  /**
   * A way it may go.
   *
   * @param own whether it is what the shelf has
   * @param states how many states of files are recorded a week, about
   */
  private record OutlookRow(
      String name, String rhythm, boolean own, double states, Futures futures, Futures.Day full) {
    Futures.FuturePoint inAYear() {
      return PlanPresenter.inAYear(futures);
    }
  }

  private record OutlookFacts(Forecasts.ShelfForecast known, List<OutlookRow> rows) {}

  public OutlookPage(Context context, Place.Outlook place) {
    this.context = context;
    this.shelf = place.shelf();
    answer.setId("outlook-answer");
    trust.setId("outlook-trust");
    columns();
    table.onChoice(this::draw);
    table.placeholder(Nodes.text(Words.of("plan.tooShort"), "soft"));
    HBox way = Nodes.crumbs();
    way.getChildren()
        .addAll(
            Nodes.crumb(Words.of("area.plans"), () -> context.navigator().go(new Place.Plans())),
            Nodes.crumb(shelf.name(), () -> context.navigator().go(new Place.PlanOf(shelf))));
    VBox sheet = new VBox(drawing);
    VBox.setVgrow(drawing, Priority.ALWAYS);
    sheet.getStyleClass().addAll("sheet", "padded");
    sheet.setPrefHeight(290);
    sheet.setMinHeight(170);
    VBox.setVgrow(sheet, Priority.SOMETIMES);
    VBox.setVgrow(table.node(), Priority.ALWAYS);
    root =
        new VBox(
            8,
            way,
            Nodes.row(Nodes.titled(Nodes.label(Words.of("outlook.title"), "title"), facts)),
            answer,
            sheet,
            table.node(),
            trust);
    root.getStyleClass().add("page");
  }

  private void columns() {
    table.column(
        "column.way",
        250,
        (cell, row) -> {
          cell.setText(row.own() ? Words.of("outlook.own", row.name()) : row.name());
          cell.getStyleClass().add(row.own() ? "strong" : "plain");
        });
    table.column("column.captured", 160, (cell, row) -> cell.setText(row.rhythm()));
    table.numbers(
        "column.statesAWeek",
        110,
        (cell, row) -> cell.setText(Shown.count(Math.round(row.states()))));
    sizes = table.numbers("column.inAYear", 120, (cell, row) -> size(cell, row.inAYear().middle()));
    lows = table.numbers("column.low", 80, (cell, row) -> size(cell, row.inAYear().low()));
    highs = table.numbers("column.high", 80, (cell, row) -> size(cell, row.inAYear().high()));
    table.column("column.driveFull", 190, this::fullCell);
  }

  private void size(TableCell<OutlookRow, OutlookRow> cell, long bytes) {
    cell.setText(unit.number(bytes));
  }

  private void fullCell(TableCell<OutlookRow, OutlookRow> cell, OutlookRow row) {
    cell.setText(
        row.full()
            .middle()
            .map(at -> Words.of("outlook.fullOn", Shown.day(at, context.now(), context.zone())))
            .orElse(Words.of("outlook.longer")));
    cell.getStyleClass().add(row.full().middle().isPresent() ? "rust" : "soft");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return table.node();
  }

  @Override
  public void refresh() {
    if (shown.isEmpty()) {
      answer.setText(Words.of("outlook.working"));
    }
    context.background().ask(this::look, this::show, context.navigator()::complain);
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

  private void show(OutlookFacts found) {
    shown = Optional.of(found);
    Forecasts.ShelfForecast known = found.known();
    facts.setText(Words.of("outlook.of", shelf.name(), Shown.size(known.bytes())));
    unit =
        Shown.SizeUnit.fitting(
            found.rows().stream().mapToLong(row -> row.inAYear().high()).max().orElse(0));
    sizes.setText(Words.of("column.inAYear") + ", " + unit.name());
    lows.setText(Words.of("column.low"));
    highs.setText(Words.of("column.high"));
    table.show(found.rows());
    if (found.rows().isEmpty()) {
      answer.setText(Words.of("plan.tooShort"));
      trust.setText("");
      return;
    }
    OutlookRow own = found.rows().get(0);
    answer.setText(
        Words.of(
                "outlook.answer",
                Shown.size(own.inAYear().middle()),
                Shown.size(own.inAYear().low()),
                Shown.size(own.inAYear().high()))
            + " "
            + own.full()
                .middle()
                .map(at -> full(own, at))
                .orElse(Words.of("outlook.lasts", Shown.size(known.free()))));
    trust.setText(trust(known));
    draw();
  }

  private String full(OutlookRow own, Instant at) {
    return Words.of(
        "outlook.isFull",
        Shown.day(at, context.now(), context.zone()),
        own.full().low().map(early -> Shown.day(early, context.now(), context.zone())).orElse(""));
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
  private void draw() {
    if (shown.isEmpty() || shown.get().rows().isEmpty()) {
      return;
    }
    Forecasts.ShelfForecast known = shown.get().known();
    OutlookRow own = shown.get().rows().get(0);
    List<Outlook.Way> ways = new ArrayList<>();
    table.chosen().filter(row -> !row.own()).ifPresent(row -> ways.add(way(row, "other", known)));
    ways.add(way(own, "own", known));
    long most =
        ways.stream()
            .mapToLong(way -> way.points().get(way.points().size() - 1).high())
            .max()
            .orElse(0);
    long full = known.bytes() + known.free();
    drawing
        .drawnProperty()
        .set(
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
