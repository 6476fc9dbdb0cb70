package org.mendedleaf.desktop.recording;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.shelves.ShelfCrumbs;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.RoleChoice;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/**
 * The settings of a shelf: whether it is recorded, what it leaves out, and who may do what on it.
 */
public final class RecordingPage extends StackedPage {

  private static final int NAMED = 3;
  private static final double NAME = 300;

  private final Context context;
  private final RecordingPresenter presenter;
  private final Label state = Nodes.label("", "sheet-head");
  private final Label means = Nodes.text("", "soft");
  private final Button toggle;
  private final CheckBox notes = new CheckBox(Words.of("recording.notes"));
  private final CheckBox admits = new CheckBox(Words.of("recording.admits"));
  private final CheckBox stages = new CheckBox(Words.of("recording.stages"));
  private final VBox patterns = new VBox(2);
  private final TextField pattern = new TextField();
  private final Label would = Nodes.text("", "soft");
  private final VBox people = new VBox(6);
  private final ComboBox<String> name = new ComboBox<>();
  private final ChoiceBox<Role> role = RoleChoice.of(Role.LOOKER, chosen -> {});
  private final Button add;
  private final Label keeperOnly = Nodes.text("", "rust");
  private boolean showing;

  public RecordingPage(Context context, Place.RecordingOf place) {
    this.context = context;
    Shelf shelf = place.shelf();
    this.presenter = new RecordingPresenter(context, shelf);
    toggle = Nodes.button("", "", presenter::toggleRecording);
    toggle.setId("toggle-recording");
    tick(notes, "notes-required", presenter::requireNotes);
    tick(admits, "admits", presenter::admit);
    tick(stages, "stages", presenter::tellStages);
    pattern.setId("pattern");
    pattern.setPromptText(Words.of("recording.pattern"));
    pattern.setPrefWidth(NAME);
    pattern
        .textProperty()
        .addListener((property, before, now) -> presenter.tryPattern(now.strip()));
    pattern.setOnAction(event -> leaveOut());
    Button leave = Nodes.button(Words.of("recording.leaveOut"), "Enter", this::leaveOut);
    add = Nodes.button(Words.of("recording.person.add"), "Enter", this::addPerson);
    personFields();
    Node leftOut =
        sheet(
            Nodes.label(Words.of("recording.leftOut"), "sheet-head"),
            Nodes.text(Words.of("recording.leftOut.what"), "soft"),
            patterns,
            line(pattern, leave, would));
    show(leftOut, !shelf.isDeposit());
    show(toggle, !shelf.isDeposit());
    VBox sheets =
        new VBox(
            10,
            sheet(Nodes.row(new VBox(3, state, means), toggle), notes, admits, stages),
            leftOut,
            sheet(
                Nodes.label(Words.of("recording.people"), "sheet-head"),
                Nodes.text(Words.of("recording.people.what"), "soft"),
                people,
                line(name, role, add)));
    ScrollPane scroll = new ScrollPane(sheets);
    scroll.setFitToWidth(true);
    Node crumbs =
        new ShelfCrumbs(
                context,
                shelf,
                new InnerPath("recording"),
                folder -> new Place.OneShelf(shelf, folder))
            .node();
    focusFirst(toggle);
    stack(
        8,
        crumbs,
        Nodes.label(Words.of("recording.title", shelf.name()), "title"),
        keeperOnly,
        growing(scroll));
    presenter.viewProperty().addListener((property, before, view) -> show(view));
    presenter.matchesProperty().addListener((property, before, found) -> show(found));
    show(keeperOnly, false);
  }

  private void personFields() {
    name.setId("person");
    name.setEditable(true);
    name.setPromptText(Words.of("recording.person"));
    name.setPrefWidth(NAME);
    // The box keeps what is entered to itself.
    name.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.ENTER && !name.isShowing()) {
            addPerson();
            event.consume();
          }
        });
    role.setId("role");
    add.setId("add-person");
  }

  /** Tells what somebody ticks; not what is shown to be ticked. */
  private void tick(CheckBox box, String id, Consumer<Boolean> told) {
    box.setId(id);
    box.selectedProperty()
        .addListener(
            (property, before, now) -> {
              if (!showing) {
                told.accept(now);
              }
            });
  }

  private static Node sheet(Node... parts) {
    VBox sheet = new VBox(10, parts);
    sheet.getStyleClass().addAll("sheet", "padded");
    return sheet;
  }

  private static HBox line(Node... parts) {
    HBox line = new HBox(10, parts);
    line.setAlignment(Pos.CENTER_LEFT);
    return line;
  }

  private static void show(Node node, boolean visible) {
    node.setVisible(visible);
    node.setManaged(visible);
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void leaveOut() {
    if (!pattern.getText().isBlank()) {
      presenter.leaveOut(pattern.getText());
      pattern.clear();
    }
  }

  private void addPerson() {
    String written = name.getEditor().getText();
    if (!written.isBlank()) {
      presenter.person(written, Optional.of(role.getValue()));
      name.getEditor().clear();
    }
  }

  private void show(RecordingPresenter.RecordingView view) {
    if (view == null) {
      return;
    }
    showing = true;
    Shelf shelf = view.shelf();
    Recording recording = shelf.settings().recording();
    state.setText(state(shelf));
    means.setText(
        Words.of("recording.means." + (shelf.isDeposit() ? "deposit" : recording.word())));
    toggle.setText(Words.of(recording == Recording.ON ? "recording.pause" : "recording.switchOn"));
    admits.setSelected(shelf.settings().admits());
    stages.setSelected(shelf.settings().stages());
    notes.setSelected(shelf.settings().noteRequired());
    patterns.getChildren().clear();
    List<LeftOut.Rule> rules = shelf.settings().leftOut().rules();
    for (int i = 0; i < rules.size(); i++) {
      patterns.getChildren().add(rule(rules.get(i), view.leftOut().get(i)));
    }
    show(patterns, !rules.isEmpty());
    people.getChildren().clear();
    for (Map.Entry<String, Role> one : shelf.settings().people().named().entrySet()) {
      people.getChildren().add(person(one.getKey(), one.getValue(), view.me()));
    }
    Label others = Nodes.label(Words.of("recording.others"));
    others.setMinWidth(NAME);
    ChoiceBox<Role> choice = RoleChoice.of(shelf.settings().people().others(), presenter::others);
    choice.setId("others");
    people.getChildren().add(line(others, choice));
    name.getItems().setAll(view.known());
    boolean may = view.mayChange();
    show(keeperOnly, !may);
    keeperOnly.setText(
        Words.of(
            "recording.keeperOnly",
            String.join(", ", shelf.settings().people().with(Role.KEEPER))));
    for (Node node :
        List.of(toggle, notes, admits, stages, pattern, people, name, role, add, patterns)) {
      node.setDisable(!may);
    }
    showing = false;
  }

  private String state(Shelf shelf) {
    if (shelf.isDeposit()) {
      return Words.of("recording.state.deposit");
    }
    Optional<Instant> since = shelf.settings().recordingSince();
    return switch (shelf.settings().recording()) {
      case ON -> Words.of("recording.state.on");
      case NOT_YET -> Words.of("recording.state.not-yet");
      case PAUSED ->
          Words.of(
              "recording.state.paused",
              since.map(at -> Shown.moment(at, context.now(), context.zone())).orElse(""));
    };
  }

  private Node rule(LeftOut.Rule rule, int files) {
    Label text = Nodes.label(rule.pattern(), "strong");
    text.setMinWidth(NAME);
    Label says =
        Nodes.label(
            Words.count(
                "recording.rule", files, Shown.moment(rule.since(), context.now(), context.zone())),
            "soft");
    return line(
        text,
        says,
        Nodes.button(
            Words.of("recording.recordAgain"),
            "",
            () -> presenter.recordAgain(rule.pattern()),
            "link-like"));
  }

  private Node person(String person, Role now, String me) {
    Label text = Nodes.label(person.equals(me) ? Words.of("recording.me", person) : person);
    text.setMinWidth(NAME);
    return line(
        text,
        RoleChoice.of(now, chosen -> presenter.person(person, Optional.of(chosen))),
        Nodes.button(
            Words.of("recording.person.remove"),
            "",
            () -> presenter.person(person, Optional.empty()),
            "link-like"));
  }

  private void show(RecordingPresenter.Matches found) {
    if (found == null || !found.pattern().equals(pattern.getText().strip())) {
      would.setText("");
      return;
    }
    String names =
        found.files().stream().limit(NAMED).map(InnerPath::shown).collect(Collectors.joining(", "));
    int more = found.files().size() - NAMED;
    would.setText(
        found.files().isEmpty()
            ? Words.of("recording.matches.none")
            : Words.count(
                "recording.matches",
                found.files().size(),
                more > 0 ? Words.of("recording.more", names, more) : names));
  }
}
