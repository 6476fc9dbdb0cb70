package org.mendedleaf.desktop.tray;

import java.util.List;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.tray.Recoveries;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.picks.MendingTray;
import org.mendedleaf.desktop.work.picks.MendingTray.Picked;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The tray: what has been picked, where all or some of it goes, and what was recovered before. */
public final class TrayPage extends StackedPage {

  private final Context context;
  private final MendingTray tray;
  private final PickWords words;
  private final Label facts = Nodes.label("", "soft");
  private final Button off;
  private final Button rehearse;
  private final CheckBox own = new CheckBox();
  private final HandlingForm form = new HandlingForm(this::handle);
  private final TrayPresenter presenter;
  private final SheetTable<Picked> table;
  private final VBox before = new VBox(3);
  private final VBox interrupted = new VBox(6);
  private final InvalidationListener follower = property -> show();
  private boolean choosing;

  public TrayPage(Context context) {
    this.context = context;
    this.tray = context.tray();
    this.presenter = new TrayPresenter(context);
    this.table = new SheetTable<>("picks", presenter::open, Picked::name);
    presenter.pastProperty().addListener((property, previous, now) -> show(now));
    this.words = new PickWords(context);
    off = Nodes.button(Words.of("tray.off"), "Del", this::takeOff);
    off.setId("tray-off");
    rehearse = Nodes.button(Words.of("tray.rehearse"), "Ctrl+Enter", presenter::rehearse, "moss");
    rehearse.setId("tray-rehearse");
    Region titled = Nodes.titled(Nodes.label(Words.of("area.tray"), "title"), facts);
    own.setId("tray-own");
    own.selectedProperty().addListener((property, was, now) -> ownChosen(now));
    columns();
    table.node().getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    table.onChoice(this::showChoice);
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(titled, off, rehearse),
        interrupted,
        form.node(),
        own,
        growing(table.node()),
        before);
    form.show(tray.handlingProperty().get());
    table.follow(tray.picks());
    tray.versionProperty().addListener(new WeakInvalidationListener(follower));
  }

  @Override
  public void refresh() {
    show();
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("tray.rehearse", "Shortcut+Enter", presenter::rehearse),
        Action.of("tray.off", "Delete", this::takeOff));
  }

  private void show() {
    table.fit(tray.largest());
    table.node().refresh();
    facts.setText(presenter.told());
    rehearse.setDisable(!tray.isReady());
    if (!tray.picks().isEmpty() && table.chosen().isEmpty()) {
      table.node().getSelectionModel().clearAndSelect(0);
    }
    showChoice();
  }

  private List<Picked> chosen() {
    return table.chosenRows();
  }

  /** The form shows how the chosen picks are recovered if they have a way of their own. */
  private void showChoice() {
    List<Picked> chosen = chosen();
    off.setDisable(chosen.isEmpty());
    own.setDisable(chosen.isEmpty());
    own.setText(Words.count("tray.own", Math.max(1, chosen.size())));
    choosing = true;
    Handling theirs = chosen.isEmpty() ? null : chosen.get(0).own();
    own.setSelected(theirs != null);
    form.show(theirs != null ? theirs : tray.handlingProperty().get());
    choosing = false;
  }

  private void ownChosen(boolean now) {
    if (!choosing) {
      tray.handle(chosen(), now ? tray.handlingProperty().get() : null);
    }
  }

  private void handle(Handling handling) {
    if (choosing) {
      return;
    }
    if (own.isSelected()) {
      tray.handle(chosen(), handling);
    } else {
      tray.handlingProperty().set(handling);
    }
  }

  private void takeOff() {
    tray.remove(chosen());
  }

  private void columns() {
    table.column(
        "column.name",
        220,
        (cell, picked) -> {
          cell.setText(PickWords.name(picked));
          cell.setGraphic(TraySheet.leaf());
          cell.getStyleClass().add("strong");
        });
    table.column("column.where", 180, picked -> words.where(picked));
    table.column("column.state", 190, picked -> words.state(picked));
    table.numbers("column.files", 60, picked -> Shown.count(picked.files()));
    table.sizes("column.size", 80, Picked::bytes);
    table.column(
        "column.stands",
        190,
        (cell, picked) -> {
          cell.setText(words.stands(picked));
          cell.getStyleClass().add(picked.problem().isEmpty() ? "soft" : "rust");
        });
    table.column(
        "column.how",
        120,
        (cell, picked) -> {
          if (picked.own() != null) {
            cell.setText(PickWords.handling(picked.own()));
            Tip.on(cell, cell.getText());
          }
        });
    Label nothing = Nodes.text(Words.of("tray.none"), "soft");
    nothing.setMaxWidth(520);
    table.placeholder(nothing);
  }

  private void show(TrayPresenter.PastRuns past) {
    before.getChildren().clear();
    if (!past.recent().isEmpty()) {
      before.getChildren().add(Nodes.label(Words.of("tray.before"), "strong"));
    }
    for (RunReceipt receipt : past.recent()) {
      Hyperlink link =
          new Hyperlink(
              Words.of(
                  "tray.before.one",
                  Shown.moment(receipt.at(), context.now(), context.zone()),
                  Words.count("tray.files", receipt.files(), Shown.size(receipt.bytes())),
                  receipt.act().by(),
                  receipt.isUndone() ? Words.of("receipt.undone.short") : ""));
      link.setOnAction(
          event -> context.go(new Place.ReceiptOf(receipt.store(), receipt.act().id())));
      before.getChildren().add(link);
    }
    interrupted.getChildren().clear();
    interrupted.setManaged(!past.unfinished().isEmpty());
    for (Recoveries.Unfinished one : past.unfinished()) {
      interrupted.getChildren().add(interrupted(one));
    }
  }

  private Node interrupted(Recoveries.Unfinished one) {
    Label text =
        Nodes.text(
            Words.count(
                "tray.interrupted",
                one.tray().entries().size(),
                Shown.moment(one.begunAt(), context.now(), context.zone())));
    Button rest = Nodes.button(Words.of("tray.resume"), "", () -> presenter.resume(one), "moss");
    rest.setId("tray-resume");
    Button leave = Nodes.button(Words.of("tray.forget"), "", () -> presenter.forget(one));
    HBox row = Nodes.row(text, rest, leave);
    row.getStyleClass().add("strip");
    return row;
  }
}
