package org.mendedleaf.desktop.plan;

import java.time.Period;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.catalog.LeftOut;
import org.mendedleaf.core.catalog.Role;
import org.mendedleaf.core.catalog.ShelfSettings.Recording;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.office.Thinnings;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.desktop.drawings.KeepField;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Action;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Page;
import org.mendedleaf.desktop.work.Place;

/** A shelf's care plan: what is kept and why, and how far back one could go under it. */
public final class PlanPage implements Page {

  private static final double SENTENCES = 500;
  private static final List<String> RHYTHMS =
      List.of(
          "by hand",
          "every 5 minutes",
          "every 20 minutes",
          "every 2 hours",
          "at 12:30, 18:00 on weekdays",
          "at 18:00 every day");
  private static final List<String> REASONS =
      List.of(
          "the newest 10",
          "what was replaced less than 7 days ago",
          "what closed a day in the last 3 months",
          "what closed a week in the last 1 year",
          "what closed a month in the last 7 years",
          "what closed a year for good",
          "what was issued",
          "what has a note",
          "what is known good",
          "everything");

  private final Context context;
  private final Shelf shelf;
  private final PlanPresenter presenter;
  private final Label facts = Nodes.label("", "soft");
  private final ToggleButton on = toggle("plan.recording.on", true);
  private final ToggleButton paused = toggle("plan.recording.paused", false);
  private final Label revisions = Nodes.label("", "soft");
  private final Label leftOut = Nodes.label("", "strong");
  private final ComboBox<String> rhythm = new ComboBox<>();
  private final Label nextCapture = Nodes.label("", "soft");
  private final Label current = new Label();
  private final Label snapshot = new Label();
  private final Label removedCount = new Label();
  private final TextField removed = spanField("removed-for");
  private final TextField grace = spanField("grace-time");
  private final TextField called = new TextField();
  private final ChoiceBox<String> add = new ChoiceBox<>();
  private final RuleRows rules;
  private final Button use;
  private final Button todays;
  private final Label others = Nodes.text("", "soft");
  private final Label goes = Nodes.text("");
  private final KeepField field = new KeepField();
  private final VBox prices = new VBox(4);
  private final Label waiting = Nodes.label("", "soft");
  private final Button thin;
  // Its content takes the keyboard only once it is drawn.
  private final ScrollPane scroll = new ScrollPane();
  private final VBox root;
  private boolean showing;

  public PlanPage(Context context, Place.PlanOf place) {
    this.context = context;
    this.shelf = place.shelf();
    this.presenter = new PlanPresenter(context, shelf);
    this.rules = new RuleRows(presenter);
    use = Nodes.button(Words.of("plan.use"), "Ctrl+Enter", presenter::use, "moss");
    use.setId("use-plan");
    todays = Nodes.button(Words.of("plan.todays"), "", presenter::keepTodays);
    todays.setId("todays-plan");
    thin =
        Nodes.button(
            Words.of("plan.thin"),
            "Ctrl+T",
            () -> context.navigator().go(new Place.Thinning(shelf)),
            "link-like");
    thin.setId("to-thinning");
    HBox main = new HBox(12, left(), right());
    VBox.setVgrow(main, Priority.ALWAYS);
    Label title = Nodes.label(shelf.name(), "title");
    root = new VBox(8, crumbs(), Nodes.row(Nodes.titled(title, facts), todays, use), main);
    root.getStyleClass().add("page");
    root.addEventHandler(KeyEvent.KEY_PRESSED, this::onKey);
    listen();
  }

  private Node crumbs() {
    HBox way = Nodes.crumbs();
    way.getChildren()
        .add(Nodes.crumb(Words.of("area.plans"), () -> context.navigator().go(new Place.Plans())));
    return way;
  }

  private void listen() {
    presenter.knownProperty().addListener((property, before, known) -> show(known));
    presenter.draftProperty().addListener((property, before, draft) -> show(draft));
    presenter.outlookProperty().addListener((property, before, outlook) -> show(outlook));
    removed.textProperty().addListener((p, before, text) -> edit(draft -> draft.removedFor(text)));
    grace.textProperty().addListener((p, before, text) -> edit(draft -> draft.onNoticeFor(text)));
    called.textProperty().addListener((p, before, text) -> edit(draft -> draft.called(text)));
    add.valueProperty()
        .addListener(
            (property, before, reason) -> {
              if (reason != null && !reason.equals(add.getItems().get(0))) {
                edit(draft -> draft.with(reason));
                add.setValue(add.getItems().get(0));
                rules.editLast();
              }
            });
  }

  private interface Edit {
    PlanDraft of(PlanDraft draft);
  }

  private void edit(Edit edit) {
    if (!showing && presenter.draftProperty().get() != null) {
      presenter.edit(edit.of(presenter.draftProperty().get()));
    }
  }

  // ---- left: the sentences

  private Node left() {
    HBox recording = new HBox(8, on, paused, revisions);
    recording.setAlignment(Pos.CENTER_LEFT);
    ToggleGroup group = new ToggleGroup();
    on.setToggleGroup(group);
    paused.setToggleGroup(group);
    on.setId("recording-on");
    paused.setId("recording-paused");
    Button change =
        Nodes.button(
            Words.of("plan.care"),
            "Ctrl+U",
            () -> context.navigator().go(new Place.CareOf(shelf)),
            "link-like");
    leftOut.setMinWidth(0);
    HBox patterns = Nodes.row(leftOut, change);
    add.getItems().add(Words.of("plan.add"));
    add.getItems().addAll(REASONS);
    add.setValue(Words.of("plan.add"));
    add.setId("add-reason");
    called.setId("plan-name");
    called.setPrefColumnCount(18);
    HBox afterwards =
        new HBox(
            8,
            Nodes.label(Words.of("plan.onNotice")),
            grace,
            Nodes.label(Words.of("plan.thenErased")));
    afterwards.setAlignment(Pos.CENTER_LEFT);
    afterwards
        .getChildren()
        .filtered(Label.class::isInstance)
        .forEach(node -> ((Region) node).setMinWidth(Region.USE_PREF_SIZE));
    HBox removedFor =
        new HBox(
            8, Nodes.label(Words.of("plan.removed")), removed, Nodes.label(Words.of("plan.ago")));
    removedFor.setAlignment(Pos.CENTER_LEFT);
    removedFor.getChildren().forEach(node -> ((Region) node).setMinWidth(Region.USE_PREF_SIZE));
    VBox box =
        new VBox(
            Nodes.label(Words.of("plan.what"), "sheet-head"),
            named("plan.recording", recording),
            named("plan.rhythm", rhythmRow()),
            named("plan.leftOut", patterns),
            head("plan.stays"),
            RuleRows.line(Nodes.label(Words.of("plan.current")), current),
            RuleRows.line(Nodes.label(Words.of("plan.snapshot")), snapshot),
            RuleRows.line(removedFor, removedCount),
            rules.node(),
            spaced(add),
            named("plan.afterwards", afterwards),
            named("plan.called", called),
            spaced(others));
    scroll.setContent(box);
    scroll.setFitToWidth(true);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    VBox sheet = new VBox(scroll);
    sheet.getStyleClass().addAll("sheet", "padded");
    sheet.setPrefWidth(SENTENCES);
    sheet.setMinWidth(466);
    sheet.setMaxWidth(560);
    HBox.setHgrow(sheet, Priority.SOMETIMES);
    return sheet;
  }

  private Region rhythmRow() {
    rhythm.setId("rhythm");
    rhythm.setEditable(true);
    rhythm.getItems().setAll(RHYTHMS);
    rhythm.setMinWidth(150);
    rhythm.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(rhythm, Priority.ALWAYS);
    rhythm
        .getEditor()
        .textProperty()
        .addListener((property, before, text) -> edit(draft -> draft.captured(text)));
    nextCapture.setMinWidth(Region.USE_PREF_SIZE);
    HBox row = new HBox(8, rhythm, nextCapture);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private static Node head(String key) {
    Label head = Nodes.label(Words.of(key), "sheet-head");
    VBox.setMargin(head, new javafx.geometry.Insets(14, 0, 2, 0));
    return head;
  }

  private static Node spaced(Node node) {
    VBox.setMargin(node, new javafx.geometry.Insets(8, 0, 6, 0));
    return node;
  }

  private static Node named(String key, Region node) {
    Label name = Nodes.label(Words.of(key), "soft");
    name.setMinWidth(86);
    HBox line = new HBox(8, name, node);
    HBox.setHgrow(node, Priority.ALWAYS);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("rule-line");
    return line;
  }

  private static TextField spanField(String id) {
    TextField field = new TextField();
    field.setId(id);
    field.setPrefColumnCount(5);
    field.setMinWidth(76);
    field.setMaxWidth(96);
    return field;
  }

  private ToggleButton toggle(String key, boolean isOn) {
    ToggleButton button = new ToggleButton(Words.of(key));
    button.getStyleClass().add("choice");
    button.setMinWidth(Region.USE_PREF_SIZE);
    button.setOnAction(
        event -> {
          // What is chosen stays chosen until it is known to have changed.
          button.setSelected(true);
          presenter.toggleRecording(isOn);
        });
    return button;
  }

  // ---- right: what follows from them

  private Node right() {
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
    VBox drawn = new VBox(6, Nodes.label(Words.of("plan.howFar"), "sheet-head"), when, goes, field);
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

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return scroll;
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        new Action(Words.of("plan.use"), KeyCombination.valueOf("Shortcut+Enter"), presenter::use),
        new Action(
            Words.of("plan.thin"),
            KeyCombination.valueOf("Shortcut+T"),
            () -> context.navigator().go(new Place.Thinning(shelf))),
        new Action(
            Words.of("shelf.care"),
            KeyCombination.valueOf("Shortcut+U"),
            () -> context.navigator().go(new Place.CareOf(shelf))));
  }

  private void onKey(KeyEvent event) {
    for (Action action : actions()) {
      if (action.key().match(event)) {
        action.run().run();
        event.consume();
        return;
      }
    }
    if (event.getCode() == KeyCode.ESCAPE && presenter.isChanged()) {
      presenter.keepTodays();
      event.consume();
    }
  }

  private void show(PlanPresenter.Known known) {
    Shelf now = known.shelf();
    on.setSelected(now.settings().recording() == Recording.ON);
    paused.setSelected(now.settings().recording() != Recording.ON);
    on.setDisable(now.isDeposit());
    paused.setDisable(now.isDeposit());
    revisions.setText(Words.count("plan.eitherWay", now.revisions()));
    nextCapture.setText(
        known
            .nextCapture()
            .map(
                at ->
                    at.isAfter(context.now())
                        ? Words.of(
                            "plan.nextCapture", Shown.moment(at, context.now(), context.zone()))
                        : Words.of("plan.dueNow"))
            .orElse(""));
    List<LeftOut.Rule> patterns = now.settings().leftOut().rules();
    leftOut.setText(
        patterns.isEmpty()
            ? Words.of("plan.nothingLeftOut")
            : patterns.stream().map(LeftOut.Rule::pattern).collect(Collectors.joining("   ")));
    String plan =
        known
            .own()
            .map(own -> Words.of("plan.is", own.name()))
            .orElseGet(() -> Words.of("plan.isNone"));
    String sharing =
        known.sharing().isEmpty()
            ? ""
            : " · " + Words.of("plan.sharedWith", names(known.sharing()));
    facts.setText(plan + sharing);
    prices.getChildren().setAll(known.prices().stream().map(this::price).toList());
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
    boolean may = known.mayPlan();
    for (Node node : List.of(on, paused, rhythm, removed, grace, called, add, rules.node())) {
      node.setDisable(
          !may || (node == on && now.isDeposit()) || (node == paused && now.isDeposit()));
    }
    if (!may) {
      others.setText(
          Words.of(
              "care.keeperOnly", String.join(", ", now.settings().people().with(Role.KEEPER))));
    }
    showButtons();
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
        Nodes.label(
            price.goes() == 0
                ? Words.count("plan.price.none", price.stays())
                : Words.count("plan.price", price.goes(), Shown.size(price.disk())),
            "soft");
    says.setMinWidth(0);
    take.setMinWidth(118);
    take.setAlignment(Pos.CENTER_LEFT);
    HBox line = new HBox(8, take, says);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  private void show(PlanDraft draft) {
    showing = true;
    set(rhythm.getEditor(), draft.rhythm());
    set(removed, draft.removed());
    set(grace, draft.grace());
    set(called, draft.name());
    rules.show(draft);
    showing = false;
    showButtons();
  }

  private static void set(TextField field, String text) {
    if (!field.getText().equals(text)) {
      field.setText(text);
    }
  }

  private void show(PlanPresenter.Outlook outlook) {
    showButtons();
    if (outlook == null) {
      goes.setText(Words.of("plan.unknown"));
      goes.getStyleClass().setAll("label", "rust");
      return;
    }
    int going = outlook.rehearsal().goes().size();
    long all = outlook.rehearsal().stays() + going;
    goes.getStyleClass().setAll("label", going == 0 ? "soft" : "rust");
    goes.setText(
        going == 0
            ? Words.count("plan.allStay", all)
            : Words.count(
                "plan.someGo",
                going,
                Shown.count(all),
                Shown.size(outlook.disk()),
                outlook.plan().plan().grace()));
    Map<Claim.Reason, Integer> claims = outlook.rehearsal().claims();
    // The current one is nearly always the newest good one, so they are not added up.
    count(current, claims, Claim.Basic.CURRENT, Claim.Basic.HELD);
    count(snapshot, claims, Claim.Basic.SNAPSHOT);
    count(removedCount, claims, Claim.Basic.REMOVED_FILE);
    rules.show(claims);
    field.drawnProperty().set(outlook.field());
    if (presenter.knownProperty().get().mayPlan()) {
      others.setText(
          outlook.others().isEmpty() || !presenter.isChanged()
              ? ""
              : Words.of("plan.changesToo", outlook.plan().name(), names(outlook.others())));
    }
  }

  private static void count(
      Label label, Map<Claim.Reason, Integer> claims, Claim.Basic... reasons) {
    int sum = 0;
    for (Claim.Basic reason : reasons) {
      sum += claims.getOrDefault(reason, 0);
    }
    label.setText(Words.count("plan.revisions", sum));
  }

  private static String names(List<Shelf> shelves) {
    List<String> names = new ArrayList<>(shelves.stream().map(Shelf::name).toList());
    if (names.size() < 2) {
      return String.join("", names);
    }
    String last = names.remove(names.size() - 1);
    return Words.of("plan.and", String.join(", ", names), last);
  }

  private void showButtons() {
    boolean may =
        presenter.knownProperty().get() != null && presenter.knownProperty().get().mayPlan();
    use.setDisable(!may || presenter.outlookProperty().get() == null || !presenter.isChanged());
    todays.setDisable(!presenter.isChanged());
  }
}
