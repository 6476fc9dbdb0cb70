package org.mendedleaf.desktop.moment;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.shelves.FolderComparison;
import org.mendedleaf.core.shelves.FolderComparison.DifferenceKind;
import org.mendedleaf.core.shelves.FolderComparison.FolderDifference;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.ShelfCrumbs;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * A folder at two moments side by side: what only the earlier has with a minus, what only the later
 * has with a plus, what moved with an arrow.
 */
public final class ComparedPage implements Page {

  // What is missing is looked for first; most of what changed was meant to.
  private static final Comparator<FolderDifference> LOST_FIRST =
      Comparator.comparing((FolderDifference row) -> row.kind() != DifferenceKind.REMOVED)
          .thenComparing(row -> row.kind() != DifferenceKind.ADDED)
          .thenComparing(row -> row.kind() == DifferenceKind.CHANGED)
          .thenComparing(FolderDifference::path);

  private final Context context;
  private final Place.Compared place;
  private final Label summary = Nodes.text("", "strong");
  private final SheetTable<FolderDifference> table =
      new SheetTable<>("differences", this::open, row -> row.path().name());
  private final VBox root;

  public ComparedPage(Context context, Place.Compared place) {
    this.context = context;
    this.place = place;
    boolean isRoot = place.folder().isRoot();
    Label title =
        Nodes.label(isRoot ? place.shelf().name() : Shortened.name(place.folder()), "title");
    Label which =
        Nodes.label(
            Words.of("compared.which", words(place.earlier()), words(place.later())), "soft");
    Region titled = Nodes.titled(title, which);
    ShelfCrumbs crumbs =
        new ShelfCrumbs(
            context,
            place.shelf(),
            place.folder(),
            folder -> new Place.ShelfAt(place.shelf(), folder, place.earlier()));
    columns();
    VBox.setVgrow(table.node(), Priority.ALWAYS);
    root = new VBox(6, crumbs.node(), titled, summary, table.node());
    root.getStyleClass().add("page");
  }

  private String words(Moment moment) {
    String at = Shown.moment(moment.instant(), context.now(), context.zone());
    if (moment instanceof Moment.InSnapshot in) {
      return Words.of("compared.snapshot", in.snapshot().label(), at);
    }
    return moment.instant().isBefore(context.now()) ? at : Words.of("compared.now");
  }

  @Override
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return table.node();
  }

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () ->
                context
                    .office()
                    .moments()
                    .compare(place.shelf(), place.folder(), place.earlier(), place.later()),
            this::show,
            context.navigator()::complain);
  }

  private void show(FolderComparison comparison) {
    table.show(comparison.differences().stream().sorted(LOST_FIRST).toList());
    if (comparison.identical()) {
      summary.setText(Words.count("compared.identical", comparison.same()));
      return;
    }
    List<String> words = new ArrayList<>();
    for (DifferenceKind kind : DifferenceKind.values()) {
      long count = comparison.count(kind);
      if (count > 0) {
        words.add(Words.of("compared.count." + kind.name(), Shown.count(count)));
      }
    }
    words.add(Words.of("compared.same", Shown.count(comparison.same())));
    summary.setText(String.join(" · ", words));
  }

  private void open(FolderDifference difference) {
    TreeEntry entry = difference.later().or(difference::earlier).orElseThrow();
    context
        .navigator()
        .go(
            new Place.OneFile(
                new FileRef(place.shelf().store(), entry.file().orElseThrow()),
                Optional.of(entry.revision().orElseThrow())));
  }

  private void columns() {
    table.column(
        "column.difference",
        150,
        (cell, row) -> {
          cell.setText(Words.of("compared.kind." + row.kind().name()));
          cell.getStyleClass().add("strong");
        });
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
