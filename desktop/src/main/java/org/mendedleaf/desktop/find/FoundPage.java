package org.mendedleaf.desktop.find;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** What was found for something typed: where each file is or was, and its newest revision. */
public final class FoundPage implements Page {

  private static final int LIMIT = 200;

  private final Context context;
  private final Label facts = Nodes.label("", "soft");
  private final SheetTable<Search.SearchHit> table =
      new SheetTable<>("found", this::open, found -> found.file().path().name());
  private final Label title = Nodes.label("", "title");
  private final VBox root;
  private String typed;
  private boolean openFirst;
  private List<Search.SearchHit> shown = List.of();

  public FoundPage(Context context, String typed) {
    this.context = context;
    this.typed = typed;
    columns();
    Node below = new TraySheet(context).beside(table.node());
    VBox.setVgrow(below, Priority.ALWAYS);
    root = new VBox(8, title, facts, below);
    root.getStyleClass().add("page");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return table.node();
  }

  /** Looks for something else. */
  public void type(String other) {
    typed = other;
    openFirst = false;
    refresh();
  }

  /** Opens the chosen file, or the first as soon as it is found. */
  public void openBest() {
    if (facts.getText().isEmpty()) {
      openFirst = true;
    } else {
      Optional<Search.SearchHit> best = table.chosen().or(() -> shown.stream().findFirst());
      best.ifPresent(this::open);
    }
  }

  @Override
  public void refresh() {
    String asked = typed;
    facts.setText("");
    title.setText(Words.of("find.title", asked.strip()));
    context
        .background()
        .ask(
            () -> context.office().search().find(asked, LIMIT),
            answer -> {
              // Answers may overtake each other while somebody types.
              if (asked.equals(typed)) {
                show(answer);
              }
            },
            context.navigator()::complain);
  }

  private void show(Search.Hits answer) {
    shown = answer.files();
    table.placeholder(nothing(answer));
    table.show(shown);
    if (!shown.isEmpty()) {
      table.node().getSelectionModel().clearAndSelect(0);
    }
    facts.setText(
        answer.more()
            ? Words.of("find.more", Shown.count(shown.size()))
            : Words.count("find.files", shown.size()));
    if (openFirst && !shown.isEmpty()) {
      openFirst = false;
      open(shown.get(0));
    }
  }

  /**
   * Where nothing is found, it is said where was looked, since when that is recorded, and what
   * next.
   */
  private Node nothing(Search.Hits answer) {
    VBox box = new VBox(4, Nodes.text(Words.of("find.nothing", typed), "strong"));
    for (Search.Searched place : answer.searched()) {
      box.getChildren()
          .add(
              Nodes.text(
                  Words.of(
                      "find.searched",
                      place.shelf(),
                      Shown.moment(place.since(), context.now(), context.zone()),
                      Shown.count(place.files()),
                      Shown.count(place.revisions()),
                      Shown.path(place.store())),
                  "soft"));
    }
    box.getChildren().add(Nodes.text(Words.of("find.next"), "soft"));
    box.setMaxWidth(560);
    box.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    return box;
  }

  private void open(Search.SearchHit found) {
    context.navigator().go(new Place.OneFile(found.ref(), Optional.empty()));
  }

  private Optional<WantedPick> wanted(Search.SearchHit found) {
    Pick pick = new Pick.OfRevision(found.ref().file(), found.newest().number());
    return Optional.of(
        new WantedPick(
            new Tray.Entry(found.shelf().store(), found.shelf().id(), pick),
            found.file().path().name(),
            false,
            1,
            found.newest().state().size()));
  }

  private void columns() {
    table.column("column.name", 250, FoundPage::nameCell);
    table.column("column.where", 230, FoundPage::whereCell);
    table.column("column.found", 250, FoundPage::standingCell);
    table.column(
        "column.newest",
        80,
        (cell, found) -> {
          int number = found.newest().number();
          cell.setText(number == 0 ? Words.of("revision.first.short") : "r" + number);
        });
    table.column(
        "column.when",
        140,
        (cell, found) ->
            cell.setText(
                Shown.moment(found.newest().currentFrom(), context.now(), context.zone())));
    table.column(
        "column.savedBy",
        120,
        (cell, found) -> {
          cell.setText(Who.of(found.newest()).name());
          cell.getStyleClass().add("soft");
        });
    table.picking(context.tray(), this::wanted);
  }

  private static void nameCell(
      TableCell<Search.SearchHit, Search.SearchHit> cell, Search.SearchHit found) {
    cell.setText(Shortened.name(found.file().path()));
    cell.getStyleClass().add("strong");
    Tip.on(cell, found.file().path().shown());
  }

  private static void whereCell(
      TableCell<Search.SearchHit, Search.SearchHit> cell, Search.SearchHit found) {
    String folder = found.file().path().folder().shown();
    cell.setText(found.shelf().name() + (folder.isEmpty() ? "" : " / " + folder));
    Tip.on(cell, cell.getText());
  }

  private static void standingCell(
      TableCell<Search.SearchHit, Search.SearchHit> cell, Search.SearchHit found) {
    if (!found.file().present()) {
      cell.setText(Words.of("find.removed"));
      cell.getStyleClass().add("rust");
    } else if (found.formerly().isPresent()) {
      String former = found.formerly().get().shown();
      cell.setText(Words.of("find.formerly", former));
      Tip.on(cell, former);
    } else {
      cell.setText(Words.of("find.there"));
      cell.getStyleClass().add("soft");
    }
  }
}
