package org.mendedleaf.desktop.find;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The results of a search: where each file is or was, and its newest revision. */
public final class FoundPage extends StackedPage {

  private final Context context;
  private final Label facts = Nodes.label("", "soft");
  private final FoundPresenter presenter;
  private final SheetTable<Search.SearchHit> table;
  private final Label title = Nodes.label("", "title");

  public FoundPage(Context context, String typed) {
    this.context = context;
    this.presenter = new FoundPresenter(context, typed);
    this.table = new SheetTable<>("found", presenter::open, hit -> hit.file().path().name());
    presenter.hitsProperty().addListener((property, before, now) -> show(now));
    columns();
    Node below = new TraySheet(context).beside(table.node());
    focusFirst(table.node());
    stack(8, title, facts, growing(below));
  }

  /** Looks for something else. */
  public void type(String other) {
    presenter.type(other);
    refresh();
  }

  /** Opens the chosen file, or the first as soon as it is found. */
  public void openBest() {
    presenter.openBest(table.chosen());
  }

  @Override
  public void refresh() {
    facts.setText("");
    title.setText(Words.of("find.title", presenter.typed().strip()));
    presenter.refresh();
  }

  private void show(Search.Hits answer) {
    if (answer == null) {
      return;
    }
    table.placeholder(nothing(answer));
    table.show(answer.files());
    if (!answer.files().isEmpty()) {
      table.node().getSelectionModel().clearAndSelect(0);
    }
    facts.setText(presenter.told());
  }

  /**
   * Where nothing is found, it is said where was looked, since when that is recorded, and what
   * next.
   */
  private Node nothing(Search.Hits answer) {
    VBox box = new VBox(4, Nodes.text(Words.of("find.nothing", presenter.typed()), "strong"));
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
    for (String why : answer.notSearched()) {
      box.getChildren().add(Nodes.text(Words.of("find.notSearched", why), "rust"));
    }
    box.getChildren().add(Nodes.text(Words.of("find.next"), "soft"));
    box.setMaxWidth(560);
    box.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    return box;
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
        found -> Shown.moment(found.newest().currentFrom(), context.now(), context.zone()));
    table.column("column.savedBy", 120, found -> Who.of(found.newest()).name(), "soft");
    table.picking(context.tray(), FoundPresenter::wanted);
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
    if (found.isDamaged()) {
      cell.setText(
          found.lastGood().isPresent()
              ? Words.of("find.damaged", Revision.numbered(found.lastGood().getAsInt()))
              : Words.of("find.damaged.none"));
      Tip.on(cell, cell.getText());
      cell.getStyleClass().add("rust");
    } else if (!found.file().present()) {
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
