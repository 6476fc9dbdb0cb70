package org.mendedleaf.desktop.moment;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.rhythm.ScheduledSnapshots;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Snapshots;
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

/** The snapshots of a shelf: take one, look inside, let one go. */
public final class SnapshotsPage implements Page {

  private static final int NEXT = 3;

  private final Context context;
  private final Shelf shelf;
  private final InnerPath folder;
  private final TextField label = new TextField();
  private final TextField reason = new TextField();
  private final Button unlabel;
  private final Button look;
  private final SheetTable<Snapshots.Listed> table =
      new SheetTable<>("snapshots", this::look, listed -> listed.snapshot().label());
  private final VBox root;
  private final Label scheduled = Nodes.text("", "soft");
  private Shown.SizeUnit unit = Shown.SizeUnit.MB;
  private Optional<NamedPlan> plan = Optional.empty();
  private TableColumn<Snapshots.Listed, Snapshots.Listed> sizes;

  public SnapshotsPage(Context context, Place.ShelfSnapshots place) {
    this.context = context;
    this.shelf = place.shelf();
    this.folder = place.folder();
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
    look = Nodes.button(Words.of("snapshot.look"), "Enter", () -> chosen().ifPresent(this::look));
    unlabel =
        Nodes.button(Words.of("snapshot.unlabel"), "", () -> chosen().ifPresent(this::unlabel));
    unlabel.setId("snapshot-unlabel");
    columns();
    Node below = new TraySheet(context).beside(table.node());
    VBox.setVgrow(below, Priority.ALWAYS);
    root =
        new VBox(
            10,
            new ShelfCrumbsOf(context, shelf).node(),
            Nodes.row(
                Nodes.label(Words.of("snapshot.title", shelf.name()), "title"), look, unlabel),
            Nodes.text(Words.of("snapshot.what"), "soft"),
            form,
            scheduled,
            below);
    root.getStyleClass().add("page");
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
  public Node node() {
    return root;
  }

  @Override
  public Node firstFocus() {
    return label;
  }

  @Override
  public void refresh() {
    context
        .background()
        .ask(
            () ->
                new SnapshotsFacts(
                    context.office().snapshots().of(shelf), context.office().plans().of(shelf)),
            this::show,
            context.navigator()::complain);
  }

  private record SnapshotsFacts(List<Snapshots.Listed> listed, Optional<NamedPlan> plan) {}

  private void show(SnapshotsFacts found) {
    plan = found.plan();
    scheduled.setText(
        found
            .plan()
            .map(
                one ->
                    one.snapshots().stream()
                        .map(times -> scheduled(times, one))
                        .collect(Collectors.joining("\n")))
            .filter(text -> !text.isEmpty())
            .orElse(Words.of("snapshot.notScheduled")));
    show(found.listed());
  }

  private String kept(Snapshot snapshot) {
    Optional<Instant> until =
        plan.flatMap(one -> context.office().scheduledSnapshots().keptUntil(snapshot, one));
    Optional<SnapshotTimes> line = plan.flatMap(one -> ScheduledSnapshots.lineOf(snapshot, one));
    if (until.isPresent()) {
      return Shown.day(until.get(), context.now(), context.zone());
    }
    return line.isPresent() && line.get().kept() instanceof SnapshotTimes.Newest newest
        ? Words.of("snapshot.newest", newest.count())
        : Words.of("snapshot.untilLetGo");
  }

  /** When they are taken automatically, with the next three times. */
  private String scheduled(SnapshotTimes times, NamedPlan of) {
    List<String> next =
        times.next(context.now(), of.plan(), NEXT).stream()
            .map(at -> Shown.moment(at, context.now(), context.zone()))
            .toList();
    return Words.of("snapshot.scheduled", times.sentence(), String.join("; ", next));
  }

  private void show(List<Snapshots.Listed> listed) {
    unit =
        Shown.SizeUnit.fitting(listed.stream().mapToLong(Snapshots.Listed::bytes).max().orElse(0));
    sizes.setText(Words.of("column.size", unit.name()));
    table.show(
        listed.stream()
            .sorted((a, b) -> Long.compare(b.snapshot().segment(), a.snapshot().segment()))
            .toList());
    look.setDisable(listed.isEmpty());
    unlabel.setDisable(listed.isEmpty());
  }

  private Optional<Snapshots.Listed> chosen() {
    return table.chosen();
  }

  private void columns() {
    table.column(
        "column.label",
        220,
        (cell, row) -> {
          cell.setText(row.snapshot().label());
          cell.getStyleClass().add("strong");
        });
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
    table.numbers("column.files", 70, (cell, row) -> cell.setText(Shown.count(row.files())));
    sizes = table.numbers("column.size", 90, (cell, row) -> cell.setText(unit.number(row.bytes())));
    table.column(
        "column.cause",
        185,
        (cell, row) ->
            cell.setText(Words.of("snapshot.cause", row.snapshot().cause(), row.snapshot().by())));
    table.column(
        "column.keptUntil",
        130,
        (cell, row) -> {
          cell.setText(kept(row.snapshot()));
          cell.getStyleClass().add("soft");
        });
    table.column(
        "column.reason",
        200,
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
    String wanted = label.getText();
    String why = reason.getText();
    context
        .jobs()
        .start(
            Words.of("snapshot.job", shelf.name()),
            progress -> context.office().snapshots().take(shelf, folder, wanted, why, progress),
            taken -> {
              label.clear();
              reason.clear();
              refresh();
              context
                  .navigator()
                  .tell(
                      Words.of(
                          "snapshot.taken",
                          taken.snapshot().label(),
                          Shown.count(taken.files()),
                          Shown.size(taken.bytes())),
                      null);
            },
            context.navigator()::complain);
  }

  private void look(Snapshots.Listed listed) {
    Snapshot snapshot = listed.snapshot();
    context
        .navigator()
        .go(new Place.ShelfAt(shelf, snapshot.folder(), new Moment.InSnapshot(snapshot)));
  }

  private void unlabel(Snapshots.Listed listed) {
    context
        .navigator()
        .ask(
            Words.of(
                "snapshot.unlabel.ask", listed.snapshot().label(), Shown.count(listed.files())),
            Words.of("snapshot.unlabel"),
            () ->
                context
                    .background()
                    .ask(
                        () ->
                            context.office().snapshots().unlabel(shelf.store(), listed.snapshot()),
                        gone -> {
                          refresh();
                          context
                              .navigator()
                              .tell(Words.of("snapshot.unlabelled", gone.label()), null);
                        },
                        context.navigator()::complain));
  }
}
