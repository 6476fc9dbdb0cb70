package org.mendedleaf.desktop.plan;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.File;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.TurnWords;
import org.mendedleaf.desktop.work.navigation.Place;

/** A plan as sentences and fields that are typed, and what each of them keeps. */
final class PlanForm {

  private static final double SENTENCES = 500;
  private static final List<String> RHYTHMS =
      List.of(
          "on save",
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

  private static final List<String> SNAPSHOTS =
      List.of(
          "at 18:00 every day, labelled {date}, for 30 days",
          "at 17:30 on Friday, labelled Week {week}, the newest 12",
          "at 09:00 on Monday, labelled {month} {year}, for 1 year");
  private static final List<String> ROOMS =
      List.of(PlanDraft.NO_LIMIT, "10 GB free", "at most 20 GB");
  private static final List<String> THINNING =
      List.of("by hand", "at 12:00 every day", "at 12:00 on Monday");

  private final Context context;
  private final Shelf shelf;
  private final PlanPresenter presenter;
  private final ToggleButton on = toggle("plan.recording.on", true);
  private final ToggleButton paused = toggle("plan.recording.paused", false);
  private final Label revisions = Nodes.label("", "soft");
  private final Label leftOut = Nodes.label("", "strong");
  private final ComboBox<String> rhythm = typed("rhythm", RHYTHMS);
  private final ComboBox<String> room = typed("room", ROOMS);
  private final ComboBox<String> thinning = typed("thinning", THINNING);
  private final Label nextCapture = Nodes.label("", "soft");
  private final Label current = new Label();
  private final Label snapshot = new Label();
  private final Label removedCount = new Label();
  private final TextField removed = spanField("removed-for");
  private final TextField grace = spanField("grace-time");
  private final TextField called = new TextField();
  private final ChoiceBox<String> add = choices("add-reason", "plan.add", REASONS);
  private final ChoiceBox<String> addSnapshots =
      choices("add-snapshots", "plan.snapshots.add", SNAPSHOTS);
  private final SentenceRows rules;
  private final SentenceRows snapshots;
  private final Label others = Nodes.text("", "soft");
  // Its content takes the keyboard only once it is drawn.
  private final ScrollPane scroll = new ScrollPane();
  private final VBox root;
  private boolean showing;

  PlanForm(Context context, Shelf shelf, PlanPresenter presenter) {
    this.context = context;
    this.shelf = shelf;
    this.presenter = presenter;
    this.rules =
        new SentenceRows(
            new SentenceRows.SentenceKind(
                "rule",
                Words.of("plan.keep"),
                Words.of("plan.rule.remove"),
                Words.of("plan.sentences"),
                false,
                one -> KeepSentences.parse(one).isPresent()),
            all -> edit(draft -> draft.keeping(all)));
    this.snapshots =
        new SentenceRows(
            new SentenceRows.SentenceKind(
                "snapshots",
                Words.of("plan.snapshots.one"),
                Words.of("plan.snapshots.remove"),
                Words.of("plan.snapshots.how"),
                true,
                one -> SnapshotTimes.parse(one).isPresent()),
            all -> edit(draft -> draft.taking(all)));
    this.root = left();
    listen();
  }

  Region node() {
    return root;
  }

  /** What takes the keyboard first. */
  Node firstFocus() {
    return scroll;
  }

  private void listen() {
    presenter.draftProperty().addListener((property, before, draft) -> show(draft));
    removed.textProperty().addListener((p, before, text) -> edit(draft -> draft.removedFor(text)));
    grace.textProperty().addListener((p, before, text) -> edit(draft -> draft.onNoticeFor(text)));
    called.textProperty().addListener((p, before, text) -> edit(draft -> draft.called(text)));
    typed(rhythm, PlanDraft::captured);
    typed(room, PlanDraft::limitedTo);
    typed(thinning, PlanDraft::thinned);
    onChoice(add, rules, PlanDraft::with);
    onChoice(addSnapshots, snapshots, PlanDraft::withSnapshots);
  }

  private interface Sentence {
    PlanDraft in(PlanDraft draft, String sentence);
  }

  private void typed(ComboBox<String> box, Sentence sentence) {
    box.getEditor()
        .textProperty()
        .addListener((property, before, text) -> edit(draft -> sentence.in(draft, text)));
  }

  private void onChoice(ChoiceBox<String> box, SentenceRows rows, Sentence sentence) {
    box.valueProperty()
        .addListener(
            (property, before, chosen) -> {
              if (chosen != null && !chosen.equals(box.getItems().get(0))) {
                edit(draft -> sentence.in(draft, chosen));
                box.setValue(box.getItems().get(0));
                rows.editLast();
              }
            });
  }

  /** A field with words to choose from. */
  private static ComboBox<String> typed(String id, List<String> words) {
    ComboBox<String> box = new ComboBox<>();
    box.setId(id);
    box.setEditable(true);
    box.getItems().setAll(words);
    box.setMinWidth(150);
    box.setMaxWidth(Double.MAX_VALUE);
    return box;
  }

  /** Sentences to be added; the first line says so. */
  private static ChoiceBox<String> choices(String id, String key, List<String> sentences) {
    ChoiceBox<String> box = new ChoiceBox<>();
    box.setId(id);
    box.getItems().add(Words.of(key));
    box.getItems().addAll(sentences);
    box.setValue(Words.of(key));
    return box;
  }

  private interface Edit {
    PlanDraft of(PlanDraft draft);
  }

  private void edit(Edit edit) {
    if (!showing && presenter.draftProperty().get() != null) {
      presenter.edit(edit.of(presenter.draftProperty().get()));
    }
  }

  private VBox left() {
    HBox recording = new HBox(8, on, paused, revisions);
    recording.setAlignment(Pos.CENTER_LEFT);
    ToggleGroup group = new ToggleGroup();
    on.setToggleGroup(group);
    paused.setToggleGroup(group);
    on.setId("recording-on");
    paused.setId("recording-paused");
    Button change =
        Nodes.button(
            Words.of("plan.recordingAndPeople"),
            "Ctrl+U",
            () -> context.navigator().go(new Place.RecordingOf(shelf)),
            "link-like");
    leftOut.setMinWidth(0);
    HBox patterns = Nodes.row(leftOut, change);
    called.setId("plan-name");
    called.setPrefColumnCount(18);
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
            snapshots.node(),
            spaced(addSnapshots),
            head("plan.stays"),
            SentenceRows.line(Nodes.label(Words.of("plan.current")), current),
            SentenceRows.line(Nodes.label(Words.of("plan.snapshot")), snapshot),
            SentenceRows.line(removedFor, removedCount),
            rules.node(),
            spaced(add),
            named("plan.room", room),
            named("plan.afterwards", afterwards()),
            named("plan.thinning", thinning),
            named("plan.called", called),
            spaced(others),
            files());
    return sheet(box);
  }

  private VBox sheet(VBox box) {
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

  private static HBox wholeWords(HBox line) {
    line.getChildren()
        .filtered(Label.class::isInstance)
        .forEach(node -> ((Region) node).setMinWidth(Region.USE_PREF_SIZE));
    return line;
  }

  private HBox afterwards() {
    HBox afterwards =
        new HBox(
            8,
            Nodes.label(Words.of("plan.onNotice")),
            grace,
            Nodes.label(Words.of("plan.thenErased")));
    afterwards.setAlignment(Pos.CENTER_LEFT);
    return wholeWords(afterwards);
  }

  /** A plan as a file, to take it elsewhere. */
  private Node files() {
    Button write = Nodes.button(Words.of("plan.write"), "", this::write, "link-like");
    Button read = Nodes.button(Words.of("plan.read"), "", this::read, "link-like");
    write.setId("write-plan");
    read.setId("read-plan");
    return new HBox(16, write, read);
  }

  private void write() {
    PlanPresenter.PlanOutlook chosen = presenter.outlookProperty().get();
    if (chosen != null) {
      byte[] json = (PlanFormat.encode(chosen.plan()).toPrettyString() + "\n").getBytes(UTF_8);
      new Saving(context).ask(root, chosen.plan().name() + ".json", out -> out.write(json));
    }
  }

  private void read() {
    FileChooser chooser = new FileChooser();
    chooser.setTitle(Words.of("plan.read"));
    File file = chooser.showOpenDialog(root.getScene().getWindow());
    if (file != null) {
      context
          .background()
          .ask(
              () -> Files.readString(file.toPath()),
              presenter::take,
              context.navigator()::complain);
    }
  }

  private Region rhythmRow() {
    HBox.setHgrow(rhythm, Priority.ALWAYS);
    nextCapture.setMinWidth(60);
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

  void show(PlanPresenter.PlannedShelf known) {
    Shelf now = known.shelf();
    on.setSelected(now.settings().recording() == Recording.ON);
    paused.setSelected(now.settings().recording() != Recording.ON);
    on.setDisable(now.isDeposit());
    paused.setDisable(now.isDeposit());
    revisions.setText(Words.count("plan.eitherWay", now.revisions()));
    // That it is captured on save stands in the field beside it.
    nextCapture.setText(
        known
            .turn()
            .map(new TurnWords(context)::next)
            .filter(words -> !words.equals(Words.of("turn.onSave")))
            .orElse(""));
    nextCapture.setManaged(!nextCapture.getText().isEmpty());
    Tip.on(nextCapture, nextCapture.getText());
    List<LeftOut.Rule> patterns = now.settings().leftOut().rules();
    leftOut.setText(
        patterns.isEmpty()
            ? Words.of("plan.nothingLeftOut")
            : patterns.stream().map(LeftOut.Rule::pattern).collect(Collectors.joining("   ")));
    boolean may = known.mayPlan();
    for (Node node :
        List.of(
            on,
            paused,
            rhythm,
            room,
            thinning,
            removed,
            grace,
            called,
            add,
            addSnapshots,
            rules.node(),
            snapshots.node())) {
      node.setDisable(
          !may || (node == on && now.isDeposit()) || (node == paused && now.isDeposit()));
    }
    if (!may) {
      others.setText(
          Words.of(
              "recording.keeperOnly",
              String.join(", ", now.settings().people().with(Role.KEEPER))));
    }
  }

  private void show(PlanDraft draft) {
    showing = true;
    set(rhythm.getEditor(), draft.rhythm());
    set(room.getEditor(), draft.room());
    set(thinning.getEditor(), draft.thinning());
    set(removed, draft.removed());
    set(grace, draft.grace());
    set(called, draft.name());
    rules.show(draft.sentences());
    snapshots.show(draft.snapshots());
    showing = false;
  }

  private static void set(TextField field, String text) {
    if (!field.getText().equals(text)) {
      field.setText(text);
    }
  }

  /** What each sentence keeps, and which other shelves it changes. */
  void show(PlanPresenter.PlanOutlook outlook) {
    Map<Claim.Reason, Integer> claims = outlook.rehearsal().claims();
    // The current one is nearly always the newest good one, so they are not added up.
    count(current, claims, Claim.Basic.CURRENT, Claim.Basic.HELD);
    count(snapshot, claims, Claim.Basic.SNAPSHOT);
    count(removedCount, claims, Claim.Basic.REMOVED_FILE);
    List<String> kept = new ArrayList<>();
    for (int i = 0; i < outlook.plan().plan().rules().size(); i++) {
      kept.add(Words.count("plan.revisions", claims.getOrDefault(new Claim.ByRule(i), 0)));
    }
    rules.follows(kept);
    snapshots.follows(outlook.nextSnapshots());
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

  /** As in "Orders, Repairs and Web pages". */
  static String names(List<Shelf> shelves) {
    List<String> names = new ArrayList<>(shelves.stream().map(Shelf::name).toList());
    if (names.size() < 2) {
      return String.join("", names);
    }
    String last = names.remove(names.size() - 1);
    return Words.of("plan.and", String.join(", ", names), last);
  }
}
