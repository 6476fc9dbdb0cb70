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
  private final Context context;
  private final Shelf shelf;
  private final PlanPresenter presenter;
  private final ToggleButton on = toggle("plan.recording.on", true);
  private final ToggleButton paused = toggle("plan.recording.paused", false);
  private final Label revisions = Nodes.label("", "soft");
  private final Label leftOut = Nodes.label("", "strong");
  private final PlanInputs inputs = new PlanInputs();
  private final Label nextCapture = Nodes.label("", "soft");
  private final Label current = new Label();
  private final Label snapshot = new Label();
  private final Label removedCount = new Label();
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
    inputs
        .removed
        .textProperty()
        .addListener((p, before, text) -> edit(draft -> draft.removedFor(text)));
    inputs
        .grace
        .textProperty()
        .addListener((p, before, text) -> edit(draft -> draft.onNoticeFor(text)));
    inputs
        .called
        .textProperty()
        .addListener((p, before, text) -> edit(draft -> draft.called(text)));
    inputs
        .copies
        .selectedProperty()
        .addListener((p, before, wanted) -> edit(draft -> draft.recordingCopies(wanted)));
    typed(inputs.rhythm, PlanDraft::captured);
    typed(inputs.room, PlanDraft::limitedTo);
    typed(inputs.thinning, PlanDraft::thinned);
    onChoice(inputs.add, rules, PlanDraft::with);
    onChoice(inputs.addSnapshots, snapshots, PlanDraft::withSnapshots);
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
            () -> context.go(new Place.RecordingOf(shelf)),
            "link-like");
    leftOut.setMinWidth(0);
    HBox patterns = Nodes.row(leftOut, change);
    HBox removedFor =
        new HBox(
            8,
            Nodes.label(Words.of("plan.removed")),
            inputs.removed,
            Nodes.label(Words.of("plan.ago")));
    removedFor.setAlignment(Pos.CENTER_LEFT);
    removedFor.getChildren().forEach(node -> ((Region) node).setMinWidth(Region.USE_PREF_SIZE));
    VBox box =
        new VBox(
            Nodes.label(Words.of("plan.what"), "sheet-head"),
            PlanInputs.named("plan.recording", recording),
            PlanInputs.named("plan.rhythm", rhythmRow()),
            PlanInputs.named("plan.leftOut", patterns),
            PlanInputs.spaced(inputs.copies),
            snapshots.node(),
            PlanInputs.spaced(inputs.addSnapshots),
            PlanInputs.head("plan.stays"),
            SentenceRows.line(Nodes.label(Words.of("plan.current")), current),
            SentenceRows.line(Nodes.label(Words.of("plan.snapshot")), snapshot),
            SentenceRows.line(removedFor, removedCount),
            rules.node(),
            PlanInputs.spaced(inputs.add),
            PlanInputs.named("plan.room", inputs.room),
            PlanInputs.named("plan.afterwards", afterwards()),
            PlanInputs.named("plan.thinning", inputs.thinning),
            PlanInputs.named("plan.called", inputs.called),
            PlanInputs.spaced(others),
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

  private HBox afterwards() {
    HBox afterwards =
        new HBox(
            8,
            Nodes.label(Words.of("plan.onNotice")),
            inputs.grace,
            Nodes.label(Words.of("plan.thenErased")));
    afterwards.setAlignment(Pos.CENTER_LEFT);
    return PlanInputs.wholeWords(afterwards);
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
      context.ask(() -> Files.readString(file.toPath()), presenter::take);
    }
  }

  private Region rhythmRow() {
    HBox.setHgrow(inputs.rhythm, Priority.ALWAYS);
    nextCapture.setMinWidth(60);
    HBox row = new HBox(8, inputs.rhythm, nextCapture);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
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
            inputs.rhythm,
            inputs.room,
            inputs.thinning,
            inputs.copies,
            inputs.removed,
            inputs.grace,
            inputs.called,
            inputs.add,
            inputs.addSnapshots,
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
    set(inputs.rhythm.getEditor(), draft.rhythm());
    set(inputs.room.getEditor(), draft.room());
    set(inputs.thinning.getEditor(), draft.thinning());
    inputs.copies.setSelected(draft.copies());
    set(inputs.removed, draft.removed());
    set(inputs.grace, draft.grace());
    set(inputs.called, draft.name());
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

  /** For example "Orders, Repairs and Web pages". */
  static String names(List<Shelf> shelves) {
    List<String> names = new ArrayList<>(shelves.stream().map(Shelf::name).toList());
    if (names.size() < 2) {
      return String.join("", names);
    }
    String last = names.remove(names.size() - 1);
    return Words.of("plan.and", String.join(", ", names), last);
  }
}
