package org.mendedleaf.desktop.plan;

import java.time.Period;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.forecast.Futures;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.KeepField;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * The consequences of a plan while it is typed: what stays and goes, and what other plans would do.
 */
final class PlanOutcome {

  private final Context context;
  private final Shelf shelf;
  private final PlanPresenter presenter;
  private final Label goes = Nodes.text("");
  private final KeepField field = new KeepField();
  private final Label year = Nodes.label("", "soft");
  private final VBox prices = new VBox(4);
  private final Label waiting = Nodes.label("", "soft");
  private final Button thin;
  private final VBox root;

  PlanOutcome(Context context, Shelf shelf, PlanPresenter presenter) {
    this.context = context;
    this.shelf = shelf;
    this.presenter = presenter;
    thin =
        Nodes.button(
            Words.of("plan.thin"),
            "Ctrl+T",
            () -> context.go(new Place.Thinning(shelf)),
            "link-like");
    thin.setId("to-thinning");
    this.root = right();
    presenter.aheadProperty().addListener((property, before, found) -> showPrices());
    presenter.futuresProperty().addListener((property, before, drawn) -> show(drawn));
  }

  Region node() {
    return root;
  }

  private VBox right() {
    HBox when = new HBox(6);
    ToggleGroup group = new ToggleGroup();
    for (Map.Entry<String, Period> one :
        List.of(
            Map.entry("plan.now", Period.ZERO),
            Map.entry("plan.inAMonth", Period.ofMonths(1)),
            Map.entry("plan.inAYear", Period.ofYears(1)))) {
      ToggleButton button = new ToggleButton(Words.of(one.getKey()));
      button.getStyleClass().add("choice");
      button.setMinWidth(Region.USE_PREF_SIZE);
      button.setToggleGroup(group);
      button.setId(one.getKey().replace('.', '-'));
      button.setSelected(one.getValue().isZero());
      button.setOnAction(
          event -> {
            button.setSelected(true);
            presenter.lookAhead(one.getValue());
          });
      when.getChildren().add(button);
    }
    goes.setId("plan-goes");
    VBox.setVgrow(field, Priority.ALWAYS);
    year.setId("plan-in-a-year");
    Button outlook =
        Nodes.button(
            Words.of("plan.outlook"),
            "Ctrl+Y",
            () -> context.go(new Place.Outlook(shelf)),
            "link-like");
    outlook.setId("to-outlook");
    year.setMinWidth(0);
    VBox drawn =
        new VBox(
            6,
            Nodes.label(Words.of("plan.howFar"), "sheet-head"),
            when,
            goes,
            field,
            Nodes.row(year, outlook));
    drawn.getStyleClass().addAll("sheet", "padded");
    VBox.setVgrow(drawn, Priority.ALWAYS);
    VBox ready =
        new VBox(
            4, Nodes.label(Words.of("plan.ready"), "sheet-head"), prices, Nodes.row(waiting, thin));
    ready.getStyleClass().addAll("sheet", "padded");
    ready.setMinHeight(Region.USE_PREF_SIZE);
    VBox right = new VBox(10, drawn, ready);
    right.setMinWidth(0);
    HBox.setHgrow(right, Priority.ALWAYS);
    return right;
  }

  void show(PlanPresenter.PlannedShelf known) {
    showPrices();
    long erasable =
        known.waiting().stream().filter(one -> one.fate() == Thinnings.Fate.ERASED).count();
    Optional<Thinnings.Concerned> next = known.waiting().stream().findFirst();
    waiting.setText(
        next.isEmpty()
            ? Words.of("plan.noneWaits")
            : erasable > 0
                ? Words.count("plan.due", erasable, known.waiting().size())
                : Words.count(
                    "plan.waits",
                    known.waiting().size(),
                    Shown.day(next.get().until(), context.now(), context.zone())));
    thin.setDisable(known.own().isEmpty());
  }

  private Node price(PlanPresenter.Price price) {
    Button take =
        Nodes.button(
            price.plan().name(),
            Words.of("plan.take"),
            () -> presenter.take(price.plan()),
            "link-like");
    take.setId("take-" + price.plan().name().toLowerCase(java.util.Locale.ROOT).replace(' ', '-'));
    Label says =
        Nodes.text(
            price.goes() == 0
                ? Words.count("plan.price.none", price.stays()) + inAYear(price)
                : Words.count("plan.price", price.goes(), Shown.size(price.disk()))
                    + inAYear(price),
            "soft");
    says.setMinWidth(0);
    HBox.setHgrow(says, Priority.ALWAYS);
    take.setMinWidth(168);
    take.setAlignment(Pos.CENTER_LEFT);
    HBox line = new HBox(8, take, says);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  private void showPrices() {
    prices
        .getChildren()
        .setAll(presenter.knownProperty().get().prices().stream().map(this::price).toList());
  }

  private String inAYear(PlanPresenter.Price price) {
    PlanPresenter.Ahead ahead = presenter.aheadProperty().get();
    Long bytes = ahead == null ? null : ahead.ready().get(price.plan().name());
    return bytes == null ? "" : " · " + Words.of("plan.price.inAYear", Shown.size(bytes));
  }

  /** What the draft takes in a year. */
  private void show(Futures drawn) {
    PlanPresenter.Ahead ahead = presenter.aheadProperty().get();
    if (ahead == null || ahead.known().forecast().isEmpty()) {
      year.setText(ahead == null ? "" : Words.of("plan.tooShort"));
    } else if (drawn != null) {
      Futures.FuturePoint point = PlanPresenter.inAYear(drawn);
      year.setText(
          Words.of(
              "plan.inAYearAbout",
              Shown.size(point.middle()),
              Shown.size(point.low()),
              Shown.size(point.high()),
              Shown.size(ahead.known().bytes())));
    }
  }

  /** Null while something is not understood. */
  void show(PlanPresenter.PlanOutlook outlook) {
    if (outlook == null) {
      goes.setText(Words.of("plan.unknown"));
      goes.getStyleClass().setAll("label", "rust");
      return;
    }
    int going = outlook.rehearsal().goes().size();
    long all = outlook.rehearsal().stays() + going;
    goes.getStyleClass().setAll("label", going == 0 ? "soft" : "rust");
    goes.setText(
        (going == 0
                ? Words.count("plan.allStay", all)
                : Words.count(
                        "plan.someGo",
                        going,
                        Shown.count(all),
                        Shown.size(outlook.disk()),
                        outlook.plan().plan().grace())
                    + last(outlook.rehearsal())
                    + (outlook.rehearsal().forRoom() == 0
                        ? ""
                        : " " + Words.count("plan.forRoom", outlook.rehearsal().forRoom())))
            + formerly(outlook.rehearsal()));
    field.drawnProperty().set(outlook.field());
  }

  /** What stays only since the store delays that plans are loosened. */
  private static String formerly(CarePlans.PlanRehearsal rehearsal) {
    int kept = rehearsal.claims().getOrDefault(Claim.Basic.FORMER_PLAN, 0);
    return kept == 0 ? "" : " " + Words.count("plan.former", kept);
  }

  /** Before the last state of anything goes, that is said. */
  private static String last(CarePlans.PlanRehearsal rehearsal) {
    List<CarePlans.Going> lastOnes = rehearsal.lastOnes();
    return lastOnes.isEmpty()
        ? ""
        : " " + Words.count("plan.lastOnes", lastOnes.size(), lastOnes.get(0).path().name());
  }
}
