package org.mendedleaf.desktop.lost;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** What left the shelves, what went last first; one or many are brought back. */
public final class LostPage implements Page {

  private final Context context;
  private final Label facts = Nodes.label("", "soft");
  private final TextField to = new TextField();
  private final Button back;
  private final SheetTable<Lost> table =
      new SheetTable<>("lost", this::open, lost -> lost.path().name());
  private final VBox root;
  private Shown.SizeUnit unit = Shown.SizeUnit.KB;
  private @Nullable TableColumn<Lost, Lost> sizes;

  public LostPage(Context context) {
    this.context = context;
    back = Nodes.button(Words.of("lost.back.none"), "Ctrl+B", this::bringBack, "gilded");
    back.setId("bring-back");
    to.setId("lost-to");
    to.setPromptText(Words.of("lost.to"));
    to.setPrefColumnCount(22);
    to.textProperty().addListener((property, was, now) -> showChoice());
    HBox titled = new HBox(14, Nodes.label(Words.of("area.lost"), "title"), facts);
    titled.setAlignment(Pos.BASELINE_LEFT);
    columns();
    table.node().getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    table.onChoice(this::showChoice);
    Node below = new TraySheet(context).beside(table.node());
    VBox.setVgrow(below, Priority.ALWAYS);
    root =
        new VBox(8, Nodes.row(titled, to, back), Nodes.text(Words.of("lost.what"), "soft"), below);
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

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () -> context.office().lostAndFound().all(), this::show, context.navigator()::complain);
  }

  @Override
  public List<Action> actions() {
    return List.of(Action.of("lost.back.none", "Shortcut+B", this::bringBack));
  }

  private void show(List<Lost> lost) {
    unit = Shown.SizeUnit.fitting(lost.stream().mapToLong(Lost::bytes).max().orElse(0));
    Objects.requireNonNull(sizes).setText(Words.of("column.size", unit.name()));
    table.show(lost);
    long files = lost.stream().mapToLong(Lost::files).sum();
    facts.setText(lost.isEmpty() ? "" : Words.count("lost.files", files));
    showChoice();
  }

  private List<Lost> chosen() {
    return table.chosenRows();
  }

  private void showChoice() {
    long files = chosen().stream().mapToLong(Lost::files).sum();
    back.setDisable(files == 0);
    // Only what goes back to its place mends; a copy elsewhere does not.
    boolean inPlace = to.getText().isBlank();
    back.getStyleClass().setAll("button", inPlace ? "gilded" : "moss");
    back.setText(
        files == 0
            ? Words.of("lost.back.none")
            : Words.count(inPlace ? "lost.back" : "lost.copy", files));
  }

  private void open(Lost lost) {
    if (lost.folder()) {
      Moment before = new Moment.At(lost.at().minusNanos(1));
      context.navigator().go(new Place.ShelfAt(lost.shelf(), lost.path(), before));
    } else {
      long file = lost.newest().orElseThrow().file();
      context
          .navigator()
          .go(new Place.OneFile(new FileRef(lost.shelf().store(), file), Optional.empty()));
    }
  }

  private void bringBack() {
    List<Lost> wanted = chosen();
    if (wanted.isEmpty()) {
      return;
    }
    Optional<java.nio.file.Path> elsewhere =
        to.getText().isBlank() ? Optional.empty() : Optional.of(Shown.pathWritten(to.getText()));
    long files = wanted.stream().mapToLong(Lost::files).sum();
    Recovering recovering = new Recovering(context);
    recovering.run(
        Words.count("lost.job", files),
        progress -> context.office().lostAndFound().bringBack(wanted, elsewhere, progress),
        recovering::tell);
  }

  private Optional<WantedPick> wanted(Lost lost) {
    Pick pick =
        lost.newest().isPresent()
            ? new Pick.OfRevision(lost.newest().get().file(), lost.newest().get().number())
            : new Pick.OfMoment(lost.path(), new Moment.At(lost.at().minusNanos(1)));
    return Optional.of(
        new WantedPick(
            new Tray.Entry(lost.shelf().store(), lost.shelf().id(), pick),
            lost.path().name(),
            lost.folder(),
            lost.files(),
            lost.bytes()));
  }

  private void columns() {
    table.column(
        "column.name",
        220,
        (cell, lost) -> {
          String name = Shortened.name(lost.path());
          cell.setText(lost.folder() ? name + " /" : name);
          Tip.on(cell, lost.path().shown());
          cell.getStyleClass().add("strong");
        });
    table.column(
        "column.where",
        190,
        (cell, lost) -> {
          String folder = lost.path().folder().shown();
          cell.setText(lost.shelf().name() + (folder.isEmpty() ? "" : " / " + folder));
        });
    table.column(
        "column.removed",
        150,
        (cell, lost) -> {
          cell.setText(Shown.moment(lost.at(), context.now(), context.zone()));
          Tip.on(cell, () -> Shown.full(lost.at(), context.zone()));
          cell.getStyleClass().add("rust");
        });
    table.column(
        "column.last",
        110,
        (cell, lost) ->
            cell.setText(
                lost.newest()
                    .map(Revision::number)
                    .map(number -> number == 0 ? Words.of("revision.first") : "r" + number)
                    .orElse(Words.count("moment.held", lost.files()))));
    factColumns();
    table.picking(context.tray(), this::wanted);
    table.placeholder(Nodes.text(Words.of("lost.none"), "soft"));
  }

  private void factColumns() {
    sizes =
        table.numbers(
            "column.size",
            90,
            (cell, lost) -> {
              cell.setText(unit.number(lost.bytes()));
              Tip.on(cell, () -> Shown.exact(lost.bytes()));
            });
    table.column(
        "column.savedBy",
        130,
        (cell, lost) -> {
          lost.newest().ifPresent(newest -> cell.setText(Who.of(newest).name()));
          cell.getStyleClass().add("soft");
        });
    table.column(
        "column.kept",
        190,
        (cell, lost) -> {
          cell.setText(
              lost.keptUntil()
                  .map(
                      until ->
                          until.equals(Claim.ALWAYS)
                              ? Words.of("kept.always")
                              : Words.of(
                                  "kept.until", Shown.day(until, context.now(), context.zone())))
                  .orElse(Words.of("kept.nothing")));
          cell.getStyleClass().add("soft");
        });
  }
}
