package org.mendedleaf.desktop.moment;

import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.layout.Region;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.shelves.FolderComparison.DifferenceKind;
import org.mendedleaf.core.shelves.FolderComparison.FolderDifference;
import org.mendedleaf.desktop.drawings.Tip;
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
 * A folder at two moments side by side: what only the earlier has with a minus, what only the later
 * has with a plus, what moved with an arrow.
 */
public final class ComparedPage extends StackedPage {

  private final Label summary = Nodes.text("", "strong");
  private final ComparedPresenter presenter;
  private final SheetTable<FolderDifference> table;

  public ComparedPage(Context context, Place.Compared place) {
    this.presenter = new ComparedPresenter(context, place);
    this.table = new SheetTable<>("differences", presenter::open, row -> row.path().name());
    presenter.comparisonProperty().addListener((property, before, now) -> show());
    boolean isRoot = place.folder().isRoot();
    Label title =
        Nodes.label(isRoot ? place.shelf().name() : Shortened.name(place.folder()), "title");
    Label which = Nodes.label(presenter.which(), "soft");
    Region titled = Nodes.titled(title, which);
    ShelfCrumbs crumbs =
        new ShelfCrumbs(
            context,
            place.shelf(),
            place.folder(),
            folder -> new Place.ShelfAt(place.shelf(), folder, place.earlier()));
    columns();
    focusFirst(table.node());
    stack(6, crumbs.node(), titled, summary, growing(table.node()));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show() {
    table.show(presenter.rows());
    summary.setText(presenter.summary());
  }

  private void columns() {
    table.column(
        "column.difference", 150, row -> Words.of("compared.kind." + row.kind().name()), "strong");
    table.column(
        "column.name",
        330,
        (cell, row) -> {
          cell.setText(row.path().shown());
          Tip.on(cell, row.path().shown());
        });
    table.column("column.earlier", 200, (cell, row) -> side(cell, row.earlier(), row));
    table.column("column.later", 130, (cell, row) -> side(cell, row.later(), row));
    table.numbers(
        "column.change",
        110,
        (cell, row) -> {
          String sign = row.growth() > 0 ? "+" : row.growth() < 0 ? "−" : "";
          cell.setText(sign + Shown.count(Math.abs(row.growth())));
          cell.getStyleClass().add("soft");
        });
    table.state("only-earlier", row -> row.kind() == DifferenceKind.REMOVED);
    table.state("only-later", row -> row.kind() == DifferenceKind.ADDED);
    table.placeholder(Nodes.text(Words.of("compared.nothing"), "soft"));
  }

  private static void side(
      TableCell<FolderDifference, FolderDifference> cell,
      Optional<TreeEntry> entry,
      FolderDifference row) {
    if (entry.isEmpty()) {
      return;
    }
    int number = entry.get().revision().orElseThrow();
    String revision = number == 0 ? Words.of("revision.first") : "r" + number;
    boolean elsewhere = !entry.get().path().equals(row.path());
    cell.setText(
        elsewhere ? Words.of("compared.as", revision, entry.get().path().shown()) : revision);
    Tip.on(cell, cell.getText());
  }
}
