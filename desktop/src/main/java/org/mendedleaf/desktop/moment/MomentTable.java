package org.mendedleaf.desktop.moment;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import org.mendedleaf.core.history.FolderSum;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Since;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The contents of a folder at a moment, as a table; each line says what became of it. */
final class MomentTable {

  private static final String INDENT = "      ";
  private static final double ROOM_FOR_WHO = 640;

  private final Context context;
  private final Shelf shelf;
  private final Supplier<Map<InnerPath, FolderSum>> sums;
  private final SheetTable<MomentRow> table;
  private Optional<Moment> moment = Optional.empty();
  private Shown.SizeUnit unit = Shown.SizeUnit.KB;
  private TableColumn<MomentRow, MomentRow> sizes;

  /**
   * @param sums what is known about the folders by now
   */
  MomentTable(
      Context context,
      Shelf shelf,
      Consumer<MomentRow> open,
      Supplier<Map<InnerPath, FolderSum>> sums) {
    this.context = context;
    this.shelf = shelf;
    this.sums = sums;
    this.table = new SheetTable<>("files-then", open, row -> row.entry().entry().path().name());
    columns();
  }

  TableView<MomentRow> node() {
    return table.node();
  }

  void pick() {
    table.pick();
  }

  /** Prepares for other rows: of the same folder, or of another. */
  void turn(boolean sameFolder) {
    table.waitNoMore();
    if (!sameFolder) {
      table.startOver();
    }
  }

  /** What the chosen rows would be on the tray. */
  List<WantedPick> chosen() {
    return table.chosenRows().stream().flatMap(row -> wanted(row).stream()).toList();
  }

  /** Does something with what is chosen. */
  void inTurn(Runnable act) {
    table.inTurn(act);
  }

  void show(MomentPresenter.Rows shown) {
    moment = Optional.of(shown.moment());
    unit = Shown.SizeUnit.fitting(shown.largest());
    sizes.setText(Words.of("column.size", unit.name()));
    table.show(shown.rows(), shown.whole());
  }

  private Optional<WantedPick> wanted(MomentRow row) {
    TreeEntry entry = row.entry().entry();
    String name = entry.path().name();
    if (row.revision().isPresent()) {
      Revision revision = row.revision().get();
      return Optional.of(
          new WantedPick(
              entry(new Pick.OfRevision(revision.file(), revision.number())),
              name,
              false,
              1,
              revision.state().size()));
    }
    if (entry.kind() == TreeEntry.EntryKind.FOLDER) {
      FolderSum sum = sums.get().get(entry.path());
      return Optional.of(
          new WantedPick(
              entry(new Pick.OfMoment(entry.path(), moment.orElseThrow())),
              name,
              true,
              sum == null ? 0 : sum.files(),
              -1));
    }
    Pick pick = new Pick.OfRevision(entry.file().orElseThrow(), entry.revision().orElseThrow());
    return Optional.of(new WantedPick(entry(pick), name, false, 1, entry.size()));
  }

  private Tray.Entry entry(Pick pick) {
    return new Tray.Entry(shelf.store(), shelf.id(), pick);
  }

  private void columns() {
    table.column("column.nameThen", 230, this::nameCell);
    sizes = table.numbers("column.size", 84, this::sizeCell);
    table.column("column.stateThen", 90, MomentTable::stateCell);
    table.column("column.became", 230, this::becameCell);
    TableColumn<MomentRow, MomentRow> who =
        table.column("column.savedBy", 116, MomentTable::whoCell);
    table
        .node()
        .widthProperty()
        .addListener(
            (property, before, width) -> who.setVisible(width.doubleValue() >= ROOM_FOR_WHO));
    table.picking(context.tray(), this::wanted);
    table.state("was-gone", row -> row.entry().gone().isPresent());
    table.placeholder(Nodes.text(Words.of("moment.folder.empty"), "soft"));
  }

  private void nameCell(TableCell<MomentRow, MomentRow> cell, MomentRow row) {
    if (row.revision().isPresent()) {
      Instant at = row.revision().get().currentFrom();
      cell.setText(INDENT + Shown.moment(at, context.now(), context.zone()));
      cell.getStyleClass().add("soft");
      return;
    }
    TreeEntry entry = row.entry().entry();
    boolean isFolder = entry.kind() == TreeEntry.EntryKind.FOLDER;
    String name = Shortened.name(entry.path());
    cell.setText(isFolder ? name + " /" : name);
    Tip.on(cell, entry.path().shown());
    if (isFolder) {
      cell.getStyleClass().add("strong");
    }
  }

  private void sizeCell(TableCell<MomentRow, MomentRow> cell, MomentRow row) {
    if (row.revision().isEmpty() && row.entry().entry().kind() == TreeEntry.EntryKind.FOLDER) {
      sum(row.entry()).ifPresent(s -> cell.setText(Words.count("moment.held", s.files())));
      return;
    }
    long size = row.revision().map(one -> one.state().size()).orElse(row.entry().entry().size());
    cell.setText(unit.number(size));
    Tip.on(cell, () -> Shown.exact(size));
  }

  private static void stateCell(TableCell<MomentRow, MomentRow> cell, MomentRow row) {
    if (row.revision().isPresent()) {
      cell.setText(number(row.revision().get().number()));
      cell.getStyleClass().add("soft");
    } else {
      row.entry().entry().revision().ifPresent(number -> cell.setText(number(number)));
    }
  }

  private static String number(int number) {
    return number == 0 ? Words.of("revision.first") : "r" + number;
  }

  private static void whoCell(TableCell<MomentRow, MomentRow> cell, MomentRow row) {
    if (row.revision().isPresent()) {
      cell.setText(Who.of(row.revision().get()).name());
    } else {
      row.entry().who().ifPresent(who -> cell.setText(who.name()));
    }
    cell.getStyleClass().add("soft");
  }

  private void becameCell(TableCell<MomentRow, MomentRow> cell, MomentRow whole) {
    if (whole.revision().isPresent()) {
      whole.revision().get().summary().ifPresent(cell::setText);
      cell.getStyleClass().add("soft");
      return;
    }
    MomentEntry row = whole.entry();
    if (row.gone().isPresent()) {
      cell.setText(Words.of("became.goneBefore", day(row.gone().get())));
      cell.getStyleClass().add("soft");
      return;
    }
    if (row.since().isEmpty()) {
      sum(row).ifPresent(sum -> folderBecame(cell, sum));
      return;
    }
    Since since = row.since().get();
    List<String> words = new ArrayList<>();
    since.removedAt().ifPresent(at -> words.add(Words.of("became.removed", day(at))));
    since
        .nowAt()
        .ifPresent(
            path -> {
              boolean sameFolder = path.folder().equals(row.entry().path().folder());
              words.add(
                  sameFolder
                      ? Words.of("became.renamed", Shortened.name(path))
                      : Words.of("became.moved", path.shown()));
            });
    if (since.later() > 0 && since.sameContent()) {
      words.add(Words.of("became.sameAgain"));
    } else if (since.later() > 0) {
      words.add(Words.count("became.later", since.later()));
    }
    cell.setText(words.isEmpty() ? Words.of("became.same") : String.join(", ", words));
    Tip.on(cell, cell.getText());
    cell.getStyleClass()
        .add(since.removedAt().isPresent() ? "rust" : since.isNothing() ? "soft" : "plain");
  }

  private Optional<FolderSum> sum(MomentEntry row) {
    return Optional.ofNullable(sums.get().get(row.entry().path()));
  }

  private void folderBecame(TableCell<MomentRow, MomentRow> cell, FolderSum sum) {
    if (sum.removedAt().isPresent()) {
      cell.setText(Words.of("became.removed", day(sum.removedAt().get())));
      cell.getStyleClass().add("rust");
    } else if (sum.changed() == 0) {
      cell.setText(Words.of("became.same"));
      cell.getStyleClass().add("soft");
    } else {
      String removed =
          sum.removed() == 0 ? "" : ", " + Words.count("became.folderRemoved", sum.removed());
      cell.setText(Words.count("became.folderChanged", sum.changed()) + removed);
      Tip.on(cell, cell.getText());
    }
  }

  private String day(Instant at) {
    return Shown.moment(at, context.now(), context.zone());
  }
}
