package org.mendedleaf.desktop.file;

import java.io.File;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SplitPane;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.LifeLine;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.GapNote;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/** The page of one file: its life, its revisions, and what is inside the chosen one. */
public final class FilePage extends StackedPage {

  private static final KeyCombination COPY_ADDRESS =
      new KeyCodeCombination(KeyCode.A, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN);

  /** How much of the width the table of revisions has. */
  private static final double BESIDE_TABLE = 0.64;

  private static final KeyCombination DESCRIBE =
      new KeyCodeCombination(KeyCode.D, KeyCombination.ALT_DOWN);

  private static final double COMPARING = 0.42;

  private final Context context;
  private final FilePresenter presenter;
  private final HBox crumbs = Nodes.crumbs();
  private final Label title = Nodes.label("", "title");
  private final Label facts = Nodes.label("", "soft");
  private final Label standing = Nodes.label("");
  private final Button capture;
  private final Button recordingAndPeople;
  private final LifeLine line = new LifeLine();
  private final RevisionTable table;
  private final Button open;
  private final Button copy;
  private final Button pick;
  // Held here, since the tray outlives the page and holds it weakly.
  private final InvalidationListener follower = property -> showActs();
  private final Button describe;
  private final DescribingLine describing;
  private final HBox recorded = new HBox(6);
  private final SayingBar saying;
  private final Label kept = Nodes.label("", "soft");
  private final PartingBar parting;
  private final GapNote gaps;
  private final FindingNote doubt;
  private final LeftNote left;
  private final DrawnLife drawn;
  private final FileRef ref;
  private final InsidePane inside;
  private final SplitPane below = new SplitPane();

  public FilePage(Context context, Place.OneFile place) {
    this.context = context;
    this.ref = place.file();
    this.presenter = new FilePresenter(context, ref);
    this.gaps = new GapNote(context);
    ComparePresenter comparing = new ComparePresenter(context, presenter);
    this.doubt = new FindingNote(context, presenter, comparing.againstProperty());
    this.left = new LeftNote(context);
    this.drawn = new DrawnLife(context, presenter, line);
    this.table =
        new RevisionTable(context, presenter.chosenProperty(), comparing.againstProperty());
    this.inside = new InsidePane(context, presenter, comparing);
    open = Nodes.button(Words.of("file.open"), "Ctrl+O", presenter::openInProgram);
    copy = Nodes.button(Words.of("copy"), "Ctrl+Shift+C", presenter::copyOut);
    copy.setId("copy-out");
    pick = Nodes.button(Words.of("pick"), "Ctrl+P", presenter::pick);
    pick.setId("pick");
    capture = Nodes.button(Words.of("file.capture"), "", this::capture, "link-like");
    saying = new SayingBar(context, presenter);
    recordingAndPeople =
        Nodes.button(
            Words.of("file.recordingAndPeople"),
            "",
            () -> context.go(new Place.RecordingOf(presenter.lifeProperty().get().shelf())),
            "link-like");
    recordingAndPeople.setId("recording-and-people");
    describe =
        Nodes.button(Words.of("describe"), DESCRIBE.getDisplayText(), this::describe, "link-like");
    describe.setId("describe");
    describing =
        new DescribingLine(context, presenter, this::showDescribing, () -> Keyboard.to(line));
    showDescribing();
    recorded.setAlignment(Pos.CENTER_LEFT);
    recorded.setMinWidth(0);
    HBox standingRow = Nodes.row(recorded, saying.node());
    Button replace = Nodes.button(Words.of("bringIn.replace"), "Ctrl+I", this::bringIn);
    replace.setId("bring-in-replacement");
    line.setId("life-line");
    parting = new PartingBar(presenter, () -> Keyboard.to(line));
    VBox lineSheet = lineSheet();
    showBelow();
    focusFirst(line);
    stack(
        4,
        crumbs,
        Nodes.row(Nodes.titled(title, facts), replace, copy, pick, open),
        standingRow,
        gaps.node(),
        doubt.node(),
        left.node(),
        lineSheet,
        growing(below));
    VBox.setMargin(lineSheet, new javafx.geometry.Insets(6, 0, 8, 0));
    node().setOnDragOver(FilePage::over);
    node().setOnDragDropped(this::dropped);
    listen(comparing);
    place.revision().ifPresent(presenter::choose);
    place.against().ifPresent(path -> onceKnown(() -> comparing.withFile(path)));
    place.compared().ifPresent(with -> onceKnown(() -> comparing.againstProperty().set(with)));
  }

  private VBox lineSheet() {
    Region caption = Nodes.label(Words.of("life.caption"), "caption", "soft");
    caption.setMinWidth(0);
    kept.setId("kept");
    kept.setMinWidth(0);
    Button plan =
        Nodes.button(
            Words.of("kept.plan"),
            "Alt+P",
            () -> context.go(new Place.PlanOf(presenter.lifeProperty().get().shelf())),
            "link-like");
    plan.setId("to-plan");
    VBox lineSheet = new VBox(Nodes.row(caption, parting.node()), line, Nodes.row(kept, plan));
    lineSheet.getStyleClass().addAll("sheet", "life-sheet");
    VBox.setVgrow(line, Priority.ALWAYS);
    return lineSheet;
  }

  private void showBelow() {
    below.getItems().addAll(table.node(), inside.node());
    below.setDividerPositions(BESIDE_TABLE);
    inside
        .comparingProperty()
        .addListener(
            (property, before, compares) ->
                below.setDividerPositions(compares ? COMPARING : BESIDE_TABLE));
  }

  private void listen(ComparePresenter comparing) {
    line.onCopy(
        path -> {
          inside.showCompared();
          comparing.withFile(path);
        });
    line.againstProperty().bindBidirectional(comparing.againstProperty());
    comparing
        .againstProperty()
        .addListener(
            (property, before, against) -> {
              if (against.intValue() != FilePresenter.NONE) {
                inside.showCompared();
              }
            });
    line.chosenProperty().bindBidirectional(presenter.chosenProperty());
    presenter.chosenProperty().addListener((property, before, now) -> showActs());
    context.tray().versionProperty().addListener(new WeakInvalidationListener(follower));
    presenter.lifeProperty().addListener((p, before, life) -> show(life));
    presenter.standingProperty().addListener((p, before, row) -> showStanding());
  }

  /** Holds the chosen revision against something as soon as it is known. */
  private void onceKnown(Runnable compares) {
    presenter
        .lifeProperty()
        .addListener(
            new ChangeListener<FileLife>() {
              @Override
              public void changed(
                  ObservableValue<? extends FileLife> life, FileLife before, FileLife now) {
                life.removeListener(this);
                inside.showCompared();
                compares.run();
              }
            });
  }

  @Override
  public void refresh() {
    gaps.look(ref);
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    List<Action> all = new ArrayList<>();
    all.add(Action.of("action.file.mend", "Shortcut+M", presenter::mendIfAnything));
    all.add(Action.of("action.file.copy", "Shortcut+Shift+C", presenter::copyOut));
    all.add(Action.of("action.file.pick", "Shortcut+P", presenter::pick));
    all.add(Action.of("action.file.bringIn", "Shortcut+I", this::bringIn));
    all.add(Action.of("action.file.open", "Shortcut+O", presenter::openInProgram));
    all.add(Action.of("action.file.compare", "Shortcut+E", inside::compare));
    all.add(Action.of("action.file.compareNow", "Shortcut+L", inside::compareWithNow));
    all.add(Action.of("action.file.compareFile", "Shortcut+Shift+L", inside::compareWithFile));
    all.add(Action.of("action.file.note", "Alt+N", saying::focusNote));
    all.add(Action.of("action.file.plan", "Alt+P", this::showPlan));
    all.add(new Action(Words.of("action.file.describe"), DESCRIBE, this::describe));
    all.add(new Action(Words.of("action.file.address"), COPY_ADDRESS, this::copyAddress));
    all.addAll(parting.actions());
    return all;
  }

  private void showPlan() {
    if (presenter.lifeProperty().get() != null) {
      context.go(new Place.PlanOf(presenter.lifeProperty().get().shelf()));
    }
  }

  /** Asks for the file that becomes the next revision of this one. */
  private void bringIn() {
    FileChooser chooser = new FileChooser();
    chooser.setTitle(Words.of("bringIn.replace"));
    File chosen = chooser.showOpenDialog(node().getScene().getWindow());
    if (chosen != null) {
      bringIn(chosen);
    }
  }

  private void bringIn(File arrival) {
    FileLife life = presenter.lifeProperty().get();
    if (life != null) {
      context.arrivals().add(List.of(arrival.toPath()), Optional.of(life.ref()));
      context.go(new Place.BringIn());
    }
  }

  private static boolean isOneFile(DragEvent event) {
    return event.getDragboard().hasFiles()
        && event.getDragboard().getFiles().size() == 1
        && event.getDragboard().getFiles().get(0).isFile();
  }

  /** One file dropped here is meant for this one; several, or a folder, open as anywhere. */
  private static void over(DragEvent event) {
    if (isOneFile(event)) {
      event.acceptTransferModes(TransferMode.COPY);
      event.consume();
    }
  }

  private void dropped(DragEvent event) {
    if (isOneFile(event)) {
      bringIn(event.getDragboard().getFiles().get(0));
      event.setDropCompleted(true);
      event.consume();
    }
  }

  private void describe() {
    describing.open();
  }

  /** What is typed about the file takes the place of what stands there about it. */
  private void showDescribing() {
    boolean open = describing != null && describing.isOpen();
    if (open) {
      recorded.getChildren().setAll(describing.node());
    } else {
      recorded.getChildren().setAll(standing, capture, recordingAndPeople, describe);
    }
    saying.node().setManaged(!open);
    saying.node().setVisible(!open && presenter.chosenRevision().isPresent());
  }

  private void copyAddress() {
    if (presenter.lifeProperty().get() != null) {
      String address = presenter.address();
      Clipboard.getSystemClipboard().setContent(Map.of(DataFormat.PLAIN_TEXT, address));
      context.tell(Words.of("address.copied", address));
    }
  }

  private void showActs() {
    kept.setText(presenter.keptSentence());
    Tip.on(kept, presenter.keptSentence());
    saying.show();
    parting.show();
    presenter
        .chosenRevision()
        .ifPresent(
            revision -> {
              String number = FilePresenter.numbered(revision.number());
              copy.setText(Words.of("copy.revision", number));
              pick.setText(
                  Words.of(presenter.isPicked() ? "pick.off.revision" : "pick.revision", number));
            });
  }

  private void capture() {
    new Captures(context).capture(presenter.lifeProperty().get().shelf());
  }

  private void show(FileLife life) {
    title.setText(Shortened.name(life.file().path()));
    // The name goes before the facts where there is no room for both.
    title.applyCss();
    Tip.on(title, life.file().path().shown());
    facts.setText(FileFacts.of(life));
    crumbs(life);
    drawn.show(life);
    left.show(presenter.copies());
    doubt.show(life, presenter.keptProperty().get());
    table.show(life, presenter.keptProperty().get());
    showStanding();
    showActs();
  }

  private void crumbs(FileLife life) {
    crumbs.getChildren().clear();
    crumb(Words.of("area.shelves"), new Place.AllShelves());
    crumb(life.shelf().name(), new Place.OneShelf(life.shelf(), InnerPath.ROOT));
    List<InnerPath> folders = new ArrayList<>();
    for (InnerPath at = life.file().path().folder(); !at.isRoot(); at = at.folder()) {
      folders.add(0, at);
    }
    folders.forEach(
        folder -> crumb(Shortened.name(folder), new Place.OneShelf(life.shelf(), folder)));
  }

  private void crumb(String name, Place place) {
    crumbs.getChildren().add(Nodes.crumb(name, () -> context.go(place)));
  }

  private void showStanding() {
    FileLife life = presenter.lifeProperty().get();
    if (life == null) {
      return;
    }
    FileStanding is = FileStanding.of(life, presenter.standingProperty().get(), context.now());
    recordingAndPeople.setText(
        Words.of(is.recordsIt() ? "file.recordingAndPeople" : "file.recordingAndPeople.off"));
    standing.setText(is.sentence());
    standing.getStyleClass().setAll("label", is.style());
    capture.setVisible(is.canCapture());
    capture.setManaged(is.canCapture());
    open.setDisable(!is.lies());
  }
}
