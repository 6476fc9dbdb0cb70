package org.mendedleaf.desktop.file;

import java.util.Optional;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.files.EarlierState;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.Source;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.inside.InsideView;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;

/** The chosen revision: its mend button, what is inside, and its facts. */
final class InsidePane {

  /** About so many characters of a fact fit on a line. */
  private static final int FACT_LINE = 33;

  /** The height of a text area that holds a fact of one line. */
  private static final double FACT_HEIGHT = 32;

  private final Context context;
  private final FilePresenter presenter;
  private final Label heading = Nodes.label("", "strong");
  private final Label when = Nodes.label("", "soft");
  private final Button mend;
  private final ToggleButton insideTab = tab("inside.tab.inside");
  private final ToggleButton compareTab = tab("inside.tab.compare");
  private final ToggleButton factsTab = tab("inside.tab.facts");
  private final ComparePresenter comparing;
  private final ComparePane compare;
  private final StackPane body = new StackPane();
  private final BorderPane root = new BorderPane();

  InsidePane(Context context, FilePresenter presenter, ComparePresenter comparing) {
    this.context = context;
    this.presenter = presenter;
    this.comparing = comparing;
    this.compare = new ComparePane(comparing);
    mend = Nodes.button("", "Ctrl+M", presenter::mend, "gilded");
    mend.setId("mend");
    ToggleGroup tabs = new ToggleGroup();
    insideTab.setToggleGroup(tabs);
    compareTab.setToggleGroup(tabs);
    factsTab.setToggleGroup(tabs);
    insideTab.setId("inside-tab");
    compareTab.setId("compare-tab");
    Tip.on(compareTab, "Ctrl+E");
    factsTab.setId("facts-tab");
    insideTab.setSelected(true);
    tabs.selectedToggleProperty()
        .addListener(
            (property, before, now) -> {
              if (now == null) {
                before.setSelected(true);
              } else {
                comparing.want(now == compareTab);
                show();
              }
            });
    VBox named = new VBox(1, heading, when);
    HBox head = Nodes.row(named, mend);
    HBox words = new HBox(4, insideTab, compareTab, factsTab);
    VBox top = new VBox(6, head, words);
    top.getStyleClass().add("pane-head");
    root.setTop(top);
    root.setCenter(body);
    root.getStyleClass().add("sheet");
    root.setMinWidth(300);
    body.setMinSize(0, 0);
    presenter.inside().insideProperty().addListener((property, before, now) -> show());
    presenter.chosenProperty().addListener((property, before, now) -> showHead());
    presenter.lifeProperty().addListener((property, before, now) -> showHead());
    presenter.standingProperty().addListener((property, before, now) -> showHead());
  }

  Node node() {
    return root;
  }

  private static ToggleButton tab(String key) {
    ToggleButton tab = new ToggleButton(Words.of(key));
    tab.getStyleClass().setAll("word-tab");
    return tab;
  }

  private void showHead() {
    Optional<Revision> chosen = presenter.chosenRevision();
    if (chosen.isEmpty()) {
      return;
    }
    Revision revision = chosen.get();
    String number = FilePresenter.numbered(revision.number());
    Who who = Who.of(revision);
    heading.setText(number + (who.name().isEmpty() ? "" : " · " + who.name()));
    when.setText(
        Shown.moment(revision.currentFrom(), context.now(), context.zone())
            + ", "
            + Words.of("time.ago", Shown.since(revision.currentFrom(), context.now())));
    boolean canMend = presenter.canMend();
    mend.setText(Words.of("mend", number));
    mend.setVisible(canMend);
    mend.setManaged(canMend);
  }

  /** Whether two states are being compared, which needs more room. */
  ReadOnlyBooleanProperty comparingProperty() {
    return compareTab.selectedProperty();
  }

  void compare() {
    if (compareTab.isSelected()) {
      comparing.withBefore();
    }
    compareTab.setSelected(true);
  }

  /** Shows the comparison that was begun elsewhere. */
  void showCompared() {
    compareTab.setSelected(true);
  }

  void compareWithNow() {
    compareTab.setSelected(true);
    comparing.withNow();
  }

  void compareWithFile() {
    compareTab.setSelected(true);
    compare.chooseFile();
  }

  private void show() {
    if (compareTab.isSelected()) {
      body.getChildren().setAll(compare.node());
      return;
    }
    InsidePresenter.LookInside inside = presenter.inside().insideProperty().get();
    if (inside == null) {
      body.getChildren().setAll(Nodes.label(Words.of("inside.looking"), "soft"));
      return;
    }
    body.getChildren()
        .setAll(
            factsTab.isSelected()
                ? facts(inside)
                : InsideView.of(inside.look().inside(), presenter.inside()::turnTo));
  }

  private Node facts(InsidePresenter.LookInside inside) {
    FileLife life = presenter.lifeProperty().get();
    Revision revision = inside.revision();
    GridPane grid = new GridPane();
    grid.getStyleClass().add("facts");
    ColumnConstraints names = new ColumnConstraints();
    names.setMinWidth(92);
    ColumnConstraints values = new ColumnConstraints();
    values.setHgrow(Priority.ALWAYS);
    grid.getColumnConstraints().addAll(names, values);
    fact(grid, "fact.address", life.address().map(Shown::path).orElse(life.file().path().shown()));
    Kind kind = inside.look().kind();
    fact(
        grid,
        "fact.kind",
        kind.name() + (kind.name().equals(kind.type()) ? "" : ", " + kind.type()));
    fact(grid, "fact.size", Shown.exact(revision.state().size()));
    if (inside.sha256().isPresent()) {
      fact(grid, "fact.sha256", inside.sha256().get().hex());
    } else if (revision.state().content().isPresent()) {
      grid.addRow(grid.getRowCount(), name("fact.sha256"), workOut(revision));
    }
    fact(grid, "fact.changed", Shown.full(revision.state().modified(), context.zone()));
    fact(grid, "fact.recorded", Shown.full(revision.at(), context.zone()));
    revision.state().owner().ifPresent(owner -> fact(grid, "fact.owner", owner));
    Who who = Who.of(revision);
    fact(
        grid,
        "fact.who",
        (who.name().isEmpty() ? "" : who.name() + ", ") + Words.of("who." + who.source().word()));
    revision.state().mode().ifPresent(mode -> fact(grid, "fact.mode", mode));
    if (inside.look().inside() instanceof Inside.Text text) {
      fact(grid, "fact.encoding", text.encoding());
    } else if (inside.look().inside() instanceof Inside.Picture picture) {
      fact(grid, "fact.pixels", picture.width() + " × " + picture.height());
    }
    for (EarlierState state : presenter.statesProperty().get()) {
      if (state.source() == Source.SNAPSHOT && state.revision() == revision.number()) {
        fact(
            grid,
            "fact.snapshot",
            Words.of(
                "fact.snapshot.held", state.label(), Shown.full(state.taken(), context.zone())));
      }
    }
    for (var former : life.formerPaths()) {
      fact(grid, "fact.formerly", former.shown());
    }
    ScrollPane scroll = new ScrollPane(grid);
    scroll.setFitToWidth(true);
    return scroll;
  }

  private static Label name(String key) {
    Label name = Nodes.label(Words.of(key), "soft", "fact-name");
    GridPane.setValignment(name, VPos.TOP);
    return name;
  }

  /** A large content has to be read for its hash, so that is done for those who want it. */
  private Node workOut(Revision revision) {
    Button link =
        Nodes.button(
            Words.of("fact.sha256.workOut", Shown.size(revision.state().size())),
            "",
            () -> {},
            "link-like",
            "fact-link");
    link.setId("work-out-hash");
    link.setMinHeight(FACT_HEIGHT);
    link.setOnAction(
        event -> {
          link.setDisable(true);
          link.setText(Words.of("fact.sha256.reading"));
          presenter.inside().workOutHash(revision);
        });
    return link;
  }

  private static void fact(GridPane grid, String key, String value) {
    // A text area, since people copy addresses and hashes from here.
    TextArea area = new TextArea(value);
    area.setEditable(false);
    area.setWrapText(true);
    area.setPrefRowCount((value.length() + FACT_LINE - 1) / FACT_LINE);
    area.getStyleClass().add("fact-value");
    grid.addRow(grid.getRowCount(), name(key), area);
  }
}
