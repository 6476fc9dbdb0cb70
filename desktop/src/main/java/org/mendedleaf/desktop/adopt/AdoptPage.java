package org.mendedleaf.desktop.adopt;

import java.io.File;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import org.mendedleaf.desktop.adopt.AdoptPresenter.AdoptView;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/**
 * Taking the place of a computer that is lost: by what it is known, what would be done, line by
 * line, and doing it.
 */
public final class AdoptPage extends StackedPage {

  private static final double FIELD = 420;

  private final AdoptPresenter presenter;
  private final Label source = Nodes.text("", "strong");
  private final Label refused = Nodes.text("", "rust");
  private final Button adopt;
  private final Button elsewhere;
  private final Button leaveOut;
  private final CheckBox mirrors = new CheckBox(Words.of("adopt.useMirrors"));
  private final CheckBox accept = new CheckBox(Words.of("adopt.acceptLog"));
  private final PasswordField secret = new PasswordField();
  private final HBox unlock;
  private final SheetTable<AdoptRow> table;

  public AdoptPage(Context context, Place.Adopt of) {
    presenter = new AdoptPresenter(context);
    table = new SheetTable<>("adoption", row -> elsewhere(), AdoptRow::what);
    columns();
    Button sheet = Nodes.button(Words.of("adopt.bySheet"), "", this::sheet);
    sheet.setId("adopt-by-sheet");
    Button former = Nodes.button(Words.of("adopt.byFormer"), "", () -> folder(presenter::byFormer));
    former.setId("adopt-by-former");
    Button store = Nodes.button(Words.of("adopt.byStore"), "", () -> folder(presenter::byStore));
    store.setId("adopt-by-store");
    adopt = Nodes.button(Words.of("adopt.go"), "", presenter::adopt, "moss");
    adopt.setId("adopt");
    adopt.setDisable(true);
    elsewhere = Nodes.button(Words.of("adopt.elsewhere"), "", this::elsewhere);
    elsewhere.setId("adopt-elsewhere");
    elsewhere.setDisable(true);
    leaveOut = Nodes.button(Words.of("adopt.leaveOut"), "", this::leaveOut);
    leaveOut.setId("adopt-leave-out");
    leaveOut.setDisable(true);
    table.onChoice(this::choice);
    secret.setId("adopt-secret");
    secret.setPrefWidth(FIELD);
    secret.setPromptText(Words.of("adopt.secret"));
    secret.setOnAction(event -> unlock());
    unlock = new HBox(8, secret, Nodes.button(Words.of("adopt.unlock"), "", this::unlock));
    mirrors.setId("adopt-mirrors");
    mirrors.setOnAction(event -> presenter.useMirrors(mirrors.isSelected()));
    accept.setId("adopt-accept");
    accept.setOnAction(event -> presenter.acceptLog(accept.isSelected()));
    for (var node : new Node[] {unlock, mirrors, accept, table.node(), source, refused}) {
      node.managedProperty().bind(node.visibleProperty());
      node.setVisible(false);
    }
    source.setId("adopt-source");
    refused.setId("adopt-refused");
    HBox ways = new HBox(8, sheet, former, store);
    ways.setAlignment(Pos.CENTER_LEFT);
    focusFirst(sheet);
    stack(
        10,
        Nodes.row(
            Nodes.titled(Nodes.label(Words.of("adopt.title"), "title"), Nodes.label("", "soft")),
            leaveOut,
            elsewhere,
            adopt),
        Nodes.text(Words.of("adopt.what"), "lead"),
        ways,
        source,
        refused,
        unlock,
        new VBox(6, mirrors, accept),
        growing(table.node()));
    of.sheet().ifPresent(presenter::bySheet);
    presenter.viewProperty().addListener((property, before, now) -> now.ifPresent(this::show));
  }

  private void columns() {
    table.column(
        "column.adopt.what",
        200,
        (cell, row) -> {
          cell.setText(row.what());
          Tip.on(cell, row.what());
        });
    table.column(
        "column.adopt.where",
        360,
        (cell, row) -> {
          cell.setText(Shown.path(row.folder()));
          Tip.on(cell, row.folder().toString());
        });
    table.column(
        "column.adopt.happens",
        560,
        (cell, row) -> {
          cell.setText(row.happens());
          cell.getStyleClass().add(row.isRefused() ? "rust" : "plain");
          Tip.on(cell, row.happens());
        });
  }

  @Override
  public void refresh() {
    // What was rehearsed stays until something else is chosen.
  }

  private void show(AdoptView view) {
    source.setText(presenter.source(view));
    source.setVisible(true);
    refused.setText(AdoptPresenter.refused(view));
    refused.setVisible(!refused.getText().isEmpty());
    table.node().setVisible(true);
    table.show(AdoptRow.of(view));
    adopt.setDisable(view.isDone() || !view.plan().isAny());
    boolean wasLocked = unlock.isVisible();
    unlock.setVisible(view.plan().isLocked());
    if (unlock.isVisible() && !wasLocked) {
      Keyboard.to(secret);
    }
    boolean isRefused = view.plan().stores().stream().anyMatch(step -> !step.what().isDone());
    mirrors.setVisible(!view.isDone() && (isRefused || mirrors.isSelected()));
    accept.setVisible(!view.isDone() && (isRefused || accept.isSelected()));
    choice();
  }

  private void choice() {
    boolean isDone = presenter.viewProperty().get().map(AdoptView::isDone).orElse(true);
    elsewhere.setDisable(isDone || table.chosen().flatMap(AdoptRow::before).isEmpty());
    leaveOut.setDisable(isDone || table.chosen().flatMap(AdoptRow::shelf).isEmpty());
  }

  private void sheet() {
    FileChooser chooser = new FileChooser();
    chooser
        .getExtensionFilters()
        .add(new FileChooser.ExtensionFilter(Words.of("adopt.files"), "*.json"));
    File chosen = chooser.showOpenDialog(node().getScene().getWindow());
    if (chosen != null) {
      presenter.bySheet(chosen.toPath());
    }
  }

  private void folder(Consumer<Path> then) {
    File chosen = new DirectoryChooser().showDialog(node().getScene().getWindow());
    if (chosen != null) {
      then.accept(chosen.toPath());
    }
  }

  private void leaveOut() {
    table.chosen().flatMap(AdoptRow::shelf).ifPresent(presenter::leaveOut);
  }

  private void elsewhere() {
    Optional<AdoptRow> row = table.chosen();
    if (!elsewhere.isDisabled() && row.isPresent()) {
      row.get().before().ifPresent(before -> folder(now -> presenter.moved(before, now)));
    }
  }

  /** What was typed does not stay in the field. */
  private void unlock() {
    String typed = secret.getText();
    secret.clear();
    presenter.unlock(typed);
  }
}
