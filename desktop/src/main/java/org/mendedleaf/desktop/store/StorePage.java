package org.mendedleaf.desktop.store;

import java.io.File;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.VerifyReport.HurtFile;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * The state of a store: whether it is whole, since when that is known, what is damaged, and mending
 * it.
 */
public final class StorePage extends StackedPage {

  private static final double LEAST_TABLE = 180;

  private final StorePresenter presenter;
  private final Label where = Nodes.label("", "soft");
  private final Label state = Nodes.text("", "strong");
  private final Label facts = Nodes.text("", "soft");
  private final Label mirrored = Nodes.text("", "soft");
  private final Label drilled = Nodes.text("", "soft");
  private final Button check;
  private final Button mirror;
  private final Button drill;
  private final Button certificate;
  private final Button repair;
  private final UnlockSheet unlock;
  private final DrillRhythmSheet rhythm;
  private final EncryptSheet encrypt;
  private final PassphraseSheet passphrase;
  private final SafeguardsSheet safeguards;
  private final RecoverySheetRow sheet;
  private final VBox plan = new VBox(6);
  private final LossSheet losses;
  private final SheetTable<HurtFile> table;

  public StorePage(Context context, Place.StoreOf of) {
    this.presenter = new StorePresenter(context, of.store());
    this.losses = new LossSheet(presenter);
    this.unlock = new UnlockSheet(presenter);
    this.rhythm = new DrillRhythmSheet(new DrillRhythmPresenter(context, of.store()));
    this.encrypt = new EncryptSheet(new SecrecyPresenter(context, of.store()));
    this.passphrase = new PassphraseSheet(new SecrecyPresenter(context, of.store()));
    this.safeguards = new SafeguardsSheet(new SafeguardsPresenter(context, of.store()));
    this.sheet = new RecoverySheetRow(context, presenter);
    this.table = new SheetTable<>("store", presenter::open, HurtFile::path);
    check = Nodes.button(Words.of("store.check"), "", presenter::check);
    check.setId("check-store");
    repair = Nodes.button(Words.of("store.rehearse"), "", presenter::rehearse);
    repair.setId("rehearse-repair");
    mirror = Nodes.button(Words.of("store.mirror.keep"), "", this::mirror);
    mirror.setId("mirror");
    mirrored.setId("mirrored");
    drill = Nodes.button(Words.of("store.drill"), "", presenter::drill);
    drill.setId("drill");
    certificate = Nodes.button(Words.of("store.certificate"), "", this::certificate);
    certificate.setId("certificate");
    certificate.managedProperty().bind(certificate.visibleProperty());
    certificate.setVisible(false);
    drilled.setId("drilled");
    state.setId("store-whole");
    plan.setId("repair-plan");
    plan.getStyleClass().addAll("sheet", "padded");
    plan.managedProperty().bind(plan.visibleProperty());
    plan.setVisible(false);
    columns();
    focusFirst(check);
    stack(
        10,
        Nodes.row(
            Nodes.titled(Nodes.label(Words.of("store.title"), "title"), where),
            certificate,
            drill,
            mirror,
            repair,
            check),
        growing(below()));
    presenter.viewProperty().addListener((property, before, now) -> show(now));
    presenter.rehearsedProperty().addListener((property, before, now) -> show(now));
  }

  /** What does not fit into the window is scrolled to. */
  private ScrollPane below() {
    VBox parts =
        new VBox(
            10,
            state,
            unlock.node(),
            mirrored,
            drilled,
            rhythm.node(),
            facts,
            encrypt.node(),
            passphrase.node(),
            safeguards.node(),
            sheet.node(),
            plan,
            table.node(),
            losses.node());
    VBox.setVgrow(table.node(), Priority.ALWAYS);
    table.node().setMinHeight(LEAST_TABLE);
    losses.node().setMinHeight(Region.USE_PREF_SIZE);
    ScrollPane scroll = new ScrollPane(parts);
    scroll.setFitToWidth(true);
    scroll.setFitToHeight(true);
    scroll.setFocusTraversable(false);
    return scroll;
  }

  private void columns() {
    table.column(
        "column.name",
        330,
        (cell, file) -> {
          cell.setText(file.path());
          Tip.on(cell, file.path());
        });
    table.column("column.shelf", 170, HurtFile::shelf);
    table.column(
        "column.lost.store",
        230,
        (cell, file) -> {
          cell.setText(file.numbered());
          cell.getStyleClass().add("rust");
        });
    table.column(
        "column.whole.store",
        180,
        file -> file.whole().map(Revision::numbered).orElse(Words.of("store.noneWhole")));
    table.node().managedProperty().bind(table.node().visibleProperty());
    table.node().setVisible(false);
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(StorePresenter.StoreView view) {
    where.setText(Words.of("store.where", Shown.path(view.facts().folder())));
    state.setText(presenter.state(view));
    state
        .getStyleClass()
        .setAll("label", "strong", view.isDamaged() || !view.facts().here() ? "rust" : "plain");
    facts.setText(presenter.facts(view));
    check.setDisable(!view.facts().here());
    rhythm.refresh(view.facts().here());
    encrypt.show(view.facts().here() && !view.facts().encrypted());
    passphrase.show(view.facts().here() && view.facts().encrypted());
    safeguards.refresh(view.facts().here());
    sheet.show(view.facts().here());
    unlock.show(view.facts().isLocked(), check);
    repair.setDisable(!view.facts().here());
    mirror.setDisable(!view.facts().here());
    mirrored.setText(presenter.mirror(view));
    mirrored.getStyleClass().setAll("label", view.isMirrorBehind() ? "rust" : "soft");
    mirror.setText(
        view.isMirrorBehind()
            ? Words.of("store.mirror.bringUp")
            : view.mirror().isPresent()
                ? Words.of("store.mirror.elsewhere")
                : Words.of("store.mirror.keep"));
    drill.setDisable(!view.facts().here());
    drilled.setText(presenter.drilled(view));
    drilled
        .getStyleClass()
        .setAll(
            "label",
            view.drill().filter(last -> !last.failed().isEmpty()).isPresent() ? "rust" : "soft");
    certificate.setVisible(view.drill().isPresent());
    losses.show(view.losses());
    table.node().setVisible(!view.hurt().isEmpty());
    table.fit(view.hurt());
    table.show(view.hurt());
  }

  private void certificate() {
    presenter.viewProperty().get().drill().ifPresent(presenter::openCertificate);
  }

  /** Where one is behind it is brought up, else a folder is chosen for one. */
  private void mirror() {
    if (presenter.viewProperty().get().isMirrorBehind()) {
      presenter.bringMirrorUp();
      return;
    }
    File chosen = new DirectoryChooser().showDialog(node().getScene().getWindow());
    if (chosen != null) {
      presenter.keepMirror(chosen.toPath());
    }
  }

  private void show(Optional<RepairReport> rehearsed) {
    plan.getChildren().clear();
    plan.setVisible(rehearsed.isPresent());
    if (rehearsed.isEmpty()) {
      return;
    }
    plan.getChildren().add(Nodes.label(Words.of("store.plan"), "strong"));
    List<String> lines = StoreWords.plan(rehearsed.get());
    lines.forEach(line -> plan.getChildren().add(Nodes.text(line)));
    if (rehearsed.get().mended() + rehearsed.get().pieces() > 0) {
      Button now = Nodes.button(Words.of("store.repair"), "", presenter::repair, "gilded");
      now.setId("repair-now");
      plan.getChildren().add(now);
    }
  }
}
