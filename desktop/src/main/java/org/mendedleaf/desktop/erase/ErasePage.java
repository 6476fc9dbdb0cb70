package org.mendedleaf.desktop.erase;

import java.util.List;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.keeping.Erasures;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.erase.ErasePresenter.EraseChoice;
import org.mendedleaf.desktop.shelves.ShelfCrumbs;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * Erasing revisions of a file for good: only this one or all of them, what follows from it, and the
 * file's name typed by whoever wants it.
 */
public final class ErasePage extends StackedPage {

  private static final double CONSEQUENCES = 430;
  private static final double NARROW = 330;
  private static final double REVISIONS = 460;

  /** Below it the table says not who saved. */
  private static final double ROOM_FOR_WHO = 520;

  private static final PseudoClass GOES = PseudoClass.getPseudoClass("goes");

  private final Context context;
  private final ErasePresenter presenter;
  private final VBox crumbs = new VBox();
  private final Label facts = Nodes.label("", "soft");
  private final RadioButton one = new RadioButton();
  private final RadioButton several = new RadioButton();
  private final RadioButton all = new RadioButton();
  private final SheetTable<Revision> table;
  private final VBox follows = new VBox(12);
  private final Label freed = Nodes.text("", "erase-freed");
  private final Label ask = Nodes.text("");
  private final TextField typed = new TextField();
  private final Button erase;
  private final CheckBox named = new CheckBox(Words.of("erase.named"));
  private final Button remove;
  private final Label later = Nodes.text("");

  public ErasePage(Context context, Place.Erase place) {
    this.context = context;
    this.presenter = new ErasePresenter(context, place.file(), place.revision());
    this.table =
        new SheetTable<>(
            "erase-revisions",
            row -> presenter.toggle(row.number()),
            row -> Revision.numbered(row.number()));
    choices();
    columns();
    typed.setId("erase-name");
    typed.setOnAction(event -> erase());
    typed.textProperty().addListener((property, before, now) -> allow());
    erase = Nodes.button(Words.of("erase.do"), "Enter", this::erase, "rust-act");
    erase.setId("erase");
    Button keep =
        Nodes.button(Words.of("erase.keep"), "Esc", () -> context.navigator().back(), "moss");
    named.setId("erase-named");
    remove =
        Nodes.button(Words.of("erase.removeInstead"), "", presenter::removeInstead, "link-like");
    remove.setId("remove-instead");
    later.setId("erase-later");
    later.managedProperty().bind(later.visibleProperty());
    VBox chosen = new VBox(8, Nodes.label(Words.of("erase.question"), "strong"), one, several, all);
    VBox left = new VBox(12, chosen, table.node());
    VBox.setVgrow(table.node(), Priority.ALWAYS);
    HBox.setHgrow(left, Priority.ALWAYS);
    HBox acts = new HBox(10, erase, keep);
    acts.setAlignment(Pos.CENTER_LEFT);
    VBox right =
        new VBox(
            14,
            Nodes.label(Words.of("erase.follows"), "strong"),
            freed,
            follows,
            later,
            ask,
            typed,
            named,
            acts,
            remove);
    VBox.setMargin(ask, new Insets(14, 0, 0, 0));
    right.getStyleClass().add("erase-sheet");
    right.setMinWidth(NARROW);
    right.setPrefWidth(CONSEQUENCES);
    right.setMaxWidth(CONSEQUENCES);
    left.setMinWidth(REVISIONS);
    HBox below = new HBox(12, left, right);
    Region titled = Nodes.titled(Nodes.label(Words.of("erase.title"), "title", "rust"), facts);
    focusFirst(one);
    stack(
        8,
        crumbs,
        Nodes.row(titled),
        Nodes.text(Words.of("erase.what"), "soft"),
        new AskedSheet(context, presenter).node(),
        growing(below));
    follow();
  }

  private void follow() {
    presenter.lifeProperty().addListener((property, before, life) -> show(life));
    presenter.tickedProperty().addListener((property, before, now) -> showChoice());
    presenter.choiceProperty().addListener((property, before, now) -> showChoice());
    presenter.toldProperty().addListener((property, before, told) -> tell(told));
    presenter.delayProperty().addListener((property, before, now) -> show(now));
    show(presenter.delayProperty().get());
    tell(null);
  }

  private void erase() {
    presenter.erase(typed.getText(), named.isSelected());
  }

  private void choices() {
    ToggleGroup group = new ToggleGroup();
    choice(group, one, EraseChoice.ONE, "erase-one");
    choice(group, several, EraseChoice.SEVERAL, "erase-several");
    choice(group, all, EraseChoice.ALL, "erase-all");
    one.setSelected(true);
    // The arrow keys choose without an action.
    group
        .selectedToggleProperty()
        .addListener(
            (property, before, now) -> {
              if (now != null) {
                presenter.choiceProperty().set((EraseChoice) now.getUserData());
              }
            });
  }

  private static void choice(ToggleGroup group, RadioButton button, EraseChoice meant, String id) {
    button.setToggleGroup(group);
    button.setId(id);
    button.setUserData(meant);
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void columns() {
    table.column("column.goes", 60, this::goesCell).setMinWidth(46);
    table
        .column("column.number", 90, row -> Revision.numbered(row.number()), "strong")
        .setMinWidth(76);
    table
        .column(
            "column.when",
            150,
            (cell, row) -> {
              cell.setText(Shown.moment(row.currentFrom(), context.now(), context.zone()));
              Tip.on(cell, () -> Shown.full(row.currentFrom(), context.zone()));
            })
        .setMinWidth(136);
    var who = table.column("column.who", 120, row -> Who.of(row).name());
    table
        .node()
        .widthProperty()
        .addListener(
            (property, before, width) -> who.setVisible(width.doubleValue() >= ROOM_FOR_WHO));
    table.numbers("column.sizeBytes", 90, row -> Shown.count(row.state().size())).setMinWidth(84);
    table.column("column.said", 200, this::saidCell);
    table.state("goes", row -> presenter.goes(row.number()));
    table
        .node()
        .addEventFilter(
            KeyEvent.KEY_TYPED,
            event -> {
              if (event.getCharacter().equals(" ")) {
                table.chosen().ifPresent(row -> presenter.toggle(row.number()));
                event.consume();
              }
            });
  }

  /** A torn leaf where a revision goes; a click there changes that. */
  private void goesCell(TableCell<Revision, Revision> cell, Revision row) {
    Region mark = new Region();
    mark.getStyleClass().add("goes-mark");
    mark.pseudoClassStateChanged(GOES, presenter.goes(row.number()));
    cell.setGraphic(mark);
    cell.setOnMousePressed(
        event -> {
          if (cell.getItem() != null) {
            presenter.toggle(cell.getItem().number());
            event.consume();
          }
        });
    Tip.on(cell, () -> Words.of(presenter.goes(row.number()) ? "erase.spare" : "erase.tick"));
  }

  private void saidCell(TableCell<Revision, Revision> cell, Revision row) {
    FileLife life = presenter.lifeProperty().get();
    Optional<String> held = life.marks(row).hold().map(hold -> Words.of("mark.held", hold.why()));
    Optional<String> note = life.marks(row).note().map(said -> Words.of("what.note", said.text()));
    Optional<String> asked =
        life.marks(row)
            .notice()
            .filter(notice -> notice.cause().isErasure())
            .map(
                notice ->
                    Words.of(
                        "kept.erasure", Shown.day(notice.until(), context.now(), context.zone())));
    asked
        .or(() -> held)
        .or(() -> note)
        .or(row::summary)
        .ifPresent(
            text -> {
              cell.setText(text);
              Tip.on(cell, text);
            });
    cell.getStyleClass().add("soft");
  }

  private void show(FileLife life) {
    String name = Shortened.name(life.file().path());
    crumbs
        .getChildren()
        .setAll(
            new ShelfCrumbs(
                    context,
                    life.shelf(),
                    life.file().path(),
                    folder -> new Place.OneShelf(life.shelf(), folder))
                .node());
    facts.setText(name + " · " + Words.count("shelf.revisions", life.revisions().size()));
    List<Revision> newestFirst =
        life.revisions().stream()
            .sorted((a, b) -> Integer.compare(b.number(), a.number()))
            .toList();
    table.show(newestFirst);
    life.revision(presenter.first())
        .ifPresent(
            revision ->
                one.setText(
                    Words.of(
                        "erase.only",
                        Revision.numbered(revision.number()),
                        Shown.moment(revision.currentFrom(), context.now(), context.zone()))));
    all.setText(Words.count("erase.wholeFile", life.revisions().size()));
    ask.setText(Words.of("erase.type", name));
    typed.setPromptText(Words.of("erase.name"));
    showChoice();
  }

  private void show(ErasePresenter.EraseDelay delay) {
    later.setVisible(delay.from().isPresent());
    delay
        .from()
        .ifPresent(
            from ->
                later.setText(
                    Words.of("erase.later", Shown.moment(from, context.now(), context.zone()))));
    tell(presenter.toldProperty().get());
  }

  private void showChoice() {
    several.setText(Words.count("erase.several", presenter.tickedProperty().get().size()));
    EraseChoice choice = presenter.choiceProperty().get();
    one.setSelected(choice == EraseChoice.ONE);
    several.setSelected(choice == EraseChoice.SEVERAL);
    all.setSelected(choice == EraseChoice.ALL);
    table.node().refresh();
  }

  private void tell(Erasures.@Nullable Consequences told) {
    follows.getChildren().clear();
    boolean none =
        presenter.choiceProperty().get() == EraseChoice.SEVERAL
            && presenter.tickedProperty().get().isEmpty();
    if (told == null) {
      follows
          .getChildren()
          .add(Nodes.text(Words.of(none ? "erase.none" : "erase.finding"), "soft"));
      freed.setText("");
      erase.setText(Words.of("erase.do"));
    } else {
      for (EraseWords.Consequence one : EraseWords.of(told)) {
        follows.getChildren().add(consequence(one));
      }
      String unused =
          told.unused() == 0 ? "" : " " + Words.of("erase.unused", Shown.exact(told.unused()));
      freed.setText(
          Words.of(
                  told.freed() < 0
                      ? "erase.costs"
                      : isDelayed() ? "erase.frees.later" : "erase.frees",
                  Shown.exact(Math.abs(told.freed())))
              + unused);
      erase.setText(
          Words.of(isDelayed() ? "erase.ask.what" : "erase.do.what", EraseWords.what(told)));
    }
    allow();
  }

  private boolean isDelayed() {
    return presenter.delayProperty().get().from().isPresent();
  }

  private static Node consequence(EraseWords.Consequence one) {
    Label mark = Nodes.label(one.grave() ? "▲" : "•", one.grave() ? "rust" : "soft");
    mark.setMinWidth(18);
    HBox row = new HBox(2, mark, Nodes.text(one.sentence()));
    row.setAlignment(Pos.TOP_LEFT);
    return row;
  }

  private void allow() {
    boolean held =
        presenter.toldProperty().get() != null && !presenter.toldProperty().get().held().isEmpty();
    typed.setDisable(held);
    remove.setVisible(presenter.canRemove());
    erase.setDisable(!presenter.mayErase(typed.getText()));
  }
}
