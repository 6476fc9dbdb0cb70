package org.mendedleaf.desktop.intake;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.stage.FileChooser;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.OpenWords;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.ArrivalList.Waiting;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** Files from outside, each with the file it becomes the next revision of. */
public final class BringInPage extends StackedPage {

  private final Context context;
  private final DoubtWords words;
  private final Label facts = Nodes.label("", "soft");
  private final TextField note = new TextField();
  private final CheckBox clear = new CheckBox(Words.of("bringIn.clear"));
  private final Button take;
  private final Button dismiss;
  private final Button compare;
  private final HBox others = new HBox(10);
  private final TextField target = new TextField();
  private final HBox elsewhere = new HBox(10, Nodes.label(Words.of("bringIn.becomes")), target);
  private final Label doubts = Nodes.text("", "rust");
  private final Label open = Nodes.text("", "rust");
  private final SheetTable<Waiting> table =
      new SheetTable<>("arrivals", this::open, one -> one.file().getFileName().toString());
  // Held here, since the list outlives the page and holds it weakly.
  private final InvalidationListener follower = property -> show();
  // What was added here and is not in the list yet.
  private final List<Path> added = new ArrayList<>();
  private final ArrivalPlaces places;

  public BringInPage(Context context) {
    this.context = context;
    this.words = new DoubtWords(context);
    this.places = new ArrivalPlaces(context);
    Button choose = Nodes.button(Words.of("bringIn.choose"), "Ctrl+O", this::choose);
    choose.setId("choose-arrivals");
    dismiss = Nodes.button(Words.of("bringIn.dismiss"), "Del", this::dismiss);
    dismiss.setId("dismiss-arrivals");
    compare = Nodes.button(Words.of("bringIn.compare"), "Enter", this::compare);
    compare.setId("compare-arrival");
    take = Nodes.button("", "Ctrl+Enter", this::take, "moss");
    take.setId("take-arrivals");
    note.setId("arrival-note");
    note.setPromptText(Words.of("bringIn.note"));
    note.setOnAction(event -> take());
    HBox.setHgrow(note, Priority.ALWAYS);
    clear.setId("clear-arrivals");
    clear.setMinWidth(CheckBox.USE_PREF_SIZE);
    Region titled = Nodes.titled(Nodes.label(Words.of("area.bringIn"), "title"), facts);
    HBox how = new HBox(12, note, clear);
    how.setAlignment(Pos.CENTER_LEFT);
    target.setId("arrival-target");
    target.setPromptText(Words.of("bringIn.target"));
    target.setOnAction(event -> chooseWritten());
    HBox.setHgrow(target, Priority.ALWAYS);
    elsewhere.setAlignment(Pos.CENTER_LEFT);
    others.setAlignment(Pos.BASELINE_LEFT);
    others.setMinHeight(24);
    columns();
    table.node().getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    table.onChoice(this::showChoice);
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(titled, compare, choose, dismiss, take),
        Nodes.text(Words.of("bringIn.what"), "soft"),
        places.node(),
        how,
        growing(table.node()),
        doubts,
        open,
        elsewhere,
        others);
    node().setOnDragOver(BringInPage::over);
    node().setOnDragDropped(this::dropped);
    open.setId("open-in");
    open.managedProperty().bind(open.textProperty().isNotEmpty());
    context.arrivals().waiting().addListener(new WeakInvalidationListener(follower));
    show();
  }

  @Override
  public void refresh() {
    show();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("action.bringIn.take", "Shortcut+Enter", this::take),
        Action.of("bringIn.choose", "Shortcut+O", this::choose),
        Action.of("arrivals.watch", "Shortcut+Shift+O", places::watch),
        Action.of("bringIn.dismiss", "Delete", this::dismissUnlessTyping));
  }

  private static void over(DragEvent event) {
    if (event.getDragboard().hasFiles()) {
      event.acceptTransferModes(TransferMode.COPY);
      event.consume();
    }
  }

  private void dropped(DragEvent event) {
    add(event.getDragboard().getFiles());
    event.setDropCompleted(true);
    event.consume();
  }

  private void choose() {
    FileChooser chooser = new FileChooser();
    chooser.setTitle(Words.of("bringIn.choose"));
    List<File> chosen = chooser.showOpenMultipleDialog(node().getScene().getWindow());
    if (chosen != null) {
      add(chosen);
    }
  }

  private void add(List<File> files) {
    List<Path> paths = files.stream().map(File::toPath).toList();
    added.addAll(paths);
    context.arrivals().add(paths, Optional.empty());
    // What changed is best said while one still knows it.
    Keyboard.to(note);
  }

  private void show() {
    List<Waiting> waiting = List.copyOf(context.arrivals().waiting());
    table.show(waiting);
    chooseAdded(waiting);
    showChoice();
  }

  /** Whoever adds some among others that wait means these. */
  private void chooseAdded(List<Waiting> waiting) {
    TableView.TableViewSelectionModel<Waiting> chosen = table.node().getSelectionModel();
    boolean first = true;
    for (int i = 0; i < waiting.size() && !added.isEmpty(); i++) {
      Path file = waiting.get(i).file();
      if (added.stream().anyMatch(file::startsWith)) {
        if (first) {
          chosen.clearSelection();
        }
        first = false;
        chosen.select(i);
      }
    }
    if (!first) {
      added.clear();
    }
  }

  /** The chosen ones; all where none is chosen. */
  private List<Waiting> meant() {
    List<Waiting> chosen = table.chosenRows();
    return chosen.isEmpty() ? List.copyOf(context.arrivals().waiting()) : chosen;
  }

  private List<Waiting> ready() {
    return meant().stream().filter(Waiting::isReady).toList();
  }

  /** A program that has the file open would write over what comes in. */
  private void showOpen(@Nullable Waiting one) {
    open.setText("");
    if (one != null && one.onto().isPresent()) {
      context.ask(
          () -> OpenWords.sentence(context.office().files().openIn(one.onto().get())),
          sentence -> {
            if (table.chosenRows().equals(List.of(one))) {
              open.setText(sentence);
            }
          });
    }
  }

  private void showChoice() {
    int all = context.arrivals().waiting().size();
    facts.setText(all == 0 ? "" : Words.count("bringIn.waiting", all));
    int ready = ready().size();
    take.setText(ready == 0 ? Words.of("area.bringIn") : Words.count("bringIn.take", ready));
    take.setDisable(ready == 0);
    dismiss.setDisable(table.chosenRows().isEmpty());
    others.getChildren().clear();
    List<Waiting> chosen = table.chosenRows();
    Waiting one = chosen.size() == 1 ? chosen.get(0) : null;
    elsewhere.setVisible(one != null);
    compare.setDisable(one == null || one.onto().isEmpty());
    if (one != null && !target.isFocused()) {
      target.setText(written(one));
    }
    String against = one == null ? "" : words.against(one.doubts());
    doubts.setText(against.isEmpty() ? "" : Words.of("bringIn.but", against));
    doubts.setManaged(!against.isEmpty());
    showOpen(one);
    if (one != null && !one.others().isEmpty()) {
      others.getChildren().add(Nodes.label(Words.of("bringIn.others"), "soft"));
      for (FileLife other : one.others()) {
        Hyperlink link = new Hyperlink(other.file().path().shown());
        Tip.on(link, other.shelf().name());
        link.setOnAction(event -> context.arrivals().choose(one, other.ref()));
        others.getChildren().add(link);
      }
    }
  }

  /** The chosen target as it would be typed. */
  private static String written(Waiting one) {
    return one.fresh()
        .map(fresh -> fresh.shelf().name() + ":" + fresh.path().text())
        .or(() -> one.onto().map(life -> life.shelf().name() + ":" + life.file().path().text()))
        .orElse("");
  }

  private void chooseWritten() {
    List<Waiting> chosen = table.chosenRows();
    if (chosen.size() == 1 && !target.getText().isBlank()) {
      context.arrivals().choose(chosen.get(0), target.getText());
      Keyboard.to(table.node());
    }
  }

  private void compare() {
    table.chosen().ifPresent(this::open);
  }

  private void open(Waiting one) {
    one.onto()
        .ifPresent(
            life ->
                context.go(
                    new Place.OneFile(life.ref(), Optional.empty(), Optional.of(one.file()))));
  }

  private void dismissUnlessTyping() {
    if (!note.isFocused()) {
      dismiss();
    }
  }

  private void dismiss() {
    context.arrivals().dismiss(table.chosenRows());
  }

  private void take() {
    List<Waiting> ready = ready();
    if (ready.isEmpty()) {
      return;
    }
    List<Waiting> doubted = ready.stream().filter(one -> !one.doubts().isEmpty()).toList();
    if (doubted.isEmpty()) {
      takeIn(ready);
    } else {
      Waiting first = doubted.get(0);
      context
          .navigator()
          .ask(
              Words.count(
                  "bringIn.ask",
                  doubted.size(),
                  first.file().getFileName(),
                  words.against(first.doubts())),
              Words.of("bringIn.yes"),
              () -> takeIn(ready));
    }
  }

  private void takeIn(List<Waiting> ready) {
    new TakingIn(context).bringIn(ready, note.getText().strip(), clear.isSelected(), note::clear);
  }

  private void columns() {
    table.column(
        "column.arrival",
        220,
        (cell, one) -> {
          String name = one.file().getFileName().toString();
          cell.setText(
              one.doubles() == 0 ? name : Words.count("arrivals.doubles", one.doubles(), name));
          Tip.on(cell, one.file().toString());
          cell.getStyleClass().add("strong");
        });
    table.column(
        "column.from",
        150,
        (cell, one) -> {
          Path folder = one.file().getParent();
          cell.setText(folder == null ? "" : Shown.path(folder));
          cell.setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
          cell.getStyleClass().add("soft");
        });
    table.numbers(
        "column.bytes",
        80,
        (cell, one) -> {
          cell.setText(Shown.size(one.size()));
          Tip.on(cell, () -> Shown.exact(one.size()));
        });
    table.column(
        "column.becomes",
        260,
        (cell, one) -> {
          cell.setText(becomes(one));
          Tip.on(cell, cell.getText());
          cell.getStyleClass()
              .add(one.onto().isPresent() || one.fresh().isPresent() ? "plain" : "soft");
        });
    table.column(
        "column.because",
        200,
        (cell, one) -> {
          String against = words.against(one.doubts());
          cell.setText(against.isEmpty() ? why(one) : Words.of("bringIn.but", against));
          Tip.on(cell, cell.getText());
          cell.getStyleClass().add(against.isEmpty() ? "soft" : "rust");
        });
    Label nothing = Nodes.text(Words.of("bringIn.none"), "soft");
    nothing.setMaxWidth(520);
    table.placeholder(nothing);
  }

  private String becomes(Waiting one) {
    if (one.fresh().isPresent()) {
      ArrivalList.Fresh fresh = one.fresh().get();
      return Words.of("bringIn.fresh", fresh.shelf().name() + " / " + fresh.path().shown());
    }
    if (one.onto().isEmpty()) {
      return Words.of("bringIn.nothingLike");
    }
    FileLife life = one.onto().get();
    String where = life.shelf().name() + " / " + life.file().path().shown();
    if (one.isThereAlready()) {
      return Words.of(
          "bringIn.same", Revision.numbered(one.suggestion().same().get().revision()), where);
    }
    return Words.of(
        "bringIn.next", Revision.numbered(one.nextRevision(context.arrivals().waiting())), where);
  }

  private static String why(Waiting one) {
    return one.onto()
        .flatMap(
            life ->
                one.suggestion().matches().stream()
                    .filter(match -> match.candidate().file().equals(life.ref()))
                    .findFirst())
        .map(Match::evidence)
        .map(DoubtWords::why)
        .orElse("");
  }
}
