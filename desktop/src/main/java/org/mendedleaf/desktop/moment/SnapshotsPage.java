package org.mendedleaf.desktop.moment;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.shelves.Shortened;
import org.mendedleaf.desktop.tray.TraySheet;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The snapshots of a shelf: take one, look inside, let one go. */
public final class SnapshotsPage extends StackedPage {

  private final Context context;
  private final Shelf shelf;
  private final InnerPath folder;
  private final TextField label = new TextField();
  private final TextField reason = new TextField();
  private final Button unlabel;
  private final Button look;
  private final SnapshotsPresenter presenter;
  private final SheetTable<Snapshots.Listed> table;
  private final Label scheduled = Nodes.text("", "soft");

  public SnapshotsPage(Context context, Place.ShelfSnapshots place) {
    this.context = context;
    this.shelf = place.shelf();
    this.folder = place.folder();
    this.presenter = new SnapshotsPresenter(context, place);
    this.table =
        new SheetTable<>("snapshots", presenter::look, listed -> listed.snapshot().label());
    presenter.factsProperty().addListener((property, before, now) -> show(now));
    label.setId("snapshot-label");
    label.setPromptText(Words.of("snapshot.label"));
    label.setPrefColumnCount(18);
    reason.setId("snapshot-reason");
    reason.setPromptText(Words.of("snapshot.reason"));
    HBox.setHgrow(reason, Priority.ALWAYS);
    Button take = Nodes.button(takes(), "Enter", this::take, "moss");
    take.setId("snapshot-take");
    label.setOnAction(event -> take());
    reason.setOnAction(event -> take());
    HBox form = new HBox(10, label, reason, take);
    form.setAlignment(Pos.CENTER_LEFT);
    look =
        Nodes.button(
            Words.of("snapshot.look"), "Enter", () -> table.chosen().ifPresent(presenter::look));
    unlabel =
        Nodes.button(
            Words.of("snapshot.unlabel"), "", () -> table.chosen().ifPresent(presenter::unlabel));
    unlabel.setId("snapshot-unlabel");
    columns();
    Node below = new TraySheet(context).beside(table.node());
    focusFirst(label);
    stack(
        10,
        new ShelfCrumbsOf(context, shelf).node(),
        Nodes.row(Nodes.label(Words.of("snapshot.title", shelf.name()), "title"), look, unlabel),
        Nodes.text(Words.of("snapshot.what"), "soft"),
        form,
        scheduled,
        growing(below));
  }

  private String takes() {
    return folder.isRoot()
        ? Words.of("snapshot.take")
        : Words.of("snapshot.take.of", Shortened.name(folder));
  }

  /** Leads back to the shelf itself. */
  private record ShelfCrumbsOf(Context context, Shelf shelf) {
    Node node() {
      return new org.mendedleaf.desktop.shelves.ShelfCrumbs(
              context,
              shelf,
              new InnerPath("snapshots"),
              folder -> new Place.OneShelf(shelf, folder))
          .node();
    }
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(SnapshotsPresenter.SnapshotsFacts now) {
    List<Snapshots.Listed> listed = now.listed();
    scheduled.setText(presenter.scheduled());
    table.fit(listed);
    table.show(listed);
    look.setDisable(listed.isEmpty());
    unlabel.setDisable(listed.isEmpty());
  }

  private void columns() {
    table.column("column.label", 190, row -> row.snapshot().label(), "strong");
    table.column(
        "column.when",
        150,
        (cell, row) -> {
          Snapshot snapshot = row.snapshot();
          cell.setText(Shown.moment(snapshot.taken(), context.now(), context.zone()));
          Tip.on(cell, () -> Shown.full(snapshot.taken(), context.zone()));
        });
    table.column(
        "column.of",
        130,
        (cell, row) -> {
          boolean whole = row.snapshot().folder().isRoot();
          cell.setText(whole ? Words.of("snapshot.whole") : row.snapshot().folder().shown() + " /");
        });
    table.numbers("column.files", 70, row -> Shown.count(row.files()));
    table.sizes("column.size", 90, Snapshots.Listed::bytes);
    table.column(
        "column.cause",
        185,
        row -> Words.of("snapshot.cause", row.snapshot().cause(), row.snapshot().by()));
    table.column("column.keptUntil", 172, row -> presenter.kept(row.snapshot()), "soft");
    table.column(
        "column.reason",
        185,
        (cell, row) -> {
          cell.setText(row.snapshot().reason());
          Tip.on(cell, row.snapshot().reason());
          cell.getStyleClass().add("soft");
        });
    table.picking(context.tray(), this::wanted);
    table.placeholder(Nodes.text(Words.of("snapshot.none"), "soft"));
  }

  private Optional<WantedPick> wanted(Snapshots.Listed listed) {
    Snapshot snapshot = listed.snapshot();
    Pick pick = new Pick.OfMoment(snapshot.folder(), new Moment.InSnapshot(snapshot));
    return Optional.of(
        new WantedPick(
            new Tray.Entry(shelf.store(), shelf.id(), pick),
            snapshot.folder().isRoot() ? shelf.name() : snapshot.folder().name(),
            true,
            listed.files(),
            listed.bytes()));
  }

  private void take() {
    presenter.take(
        label.getText(),
        reason.getText(),
        () -> {
          label.clear();
          reason.clear();
        });
  }
}
