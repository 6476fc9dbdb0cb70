package org.mendedleaf.desktop.plan;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.Thinnings.Concerned;
import org.mendedleaf.core.keeping.Thinnings.Fate;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.core.report.PdfReport;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** Rehearses thinning a shelf, line by line, and carries it out. */
public final class ThinPage extends StackedPage {

  private static final double WHEN = 130;
  private static final Map<Fate, String> STYLES =
      Map.of(
          Fate.NOTICED, "brass",
          Fate.WAITS, "soft",
          Fate.KEPT_AFTER_ALL, "strong",
          Fate.ERASED, "rust");

  /** What is final comes first. */
  private static final List<Fate> ORDER =
      List.of(Fate.ERASED, Fate.NOTICED, Fate.KEPT_AFTER_ALL, Fate.WAITS);

  private final Context context;
  private final Shelf shelf;
  private final ThinPresenter presenter;
  private final SheetTable<Concerned> table =
      new SheetTable<>("concerned", this::open, one -> one.revision().path().name());
  private final Label facts = Nodes.label("", "soft");
  private final Label what = Nodes.text("");
  private final Label bytes = Nodes.text("", "soft");
  private final Label erased = Nodes.label("", "rust");
  private final TextField count = new TextField();
  private final TextField once = new TextField();
  private final Button thin;
  private final Button keep;

  public ThinPage(Context context, Place.Thinning place) {
    this.context = context;
    this.shelf = place.shelf();
    this.presenter = new ThinPresenter(context, shelf);
    thin = Nodes.button(Words.of("thin.do"), "Ctrl+Enter", this::thin, "moss");
    thin.setId("thin");
    keep = Nodes.button(Words.of("thin.keep"), "Alt+K", this::keep);
    keep.setId("take-off-notice");
    Button csv = Nodes.button(Words.of("receipt.csv"), "", () -> save(".csv", CsvReport::write));
    Button pdf = Nodes.button(Words.of("receipt.pdf"), "", () -> save(".pdf", PdfReport::write));
    once.setId("just-this-once");
    once.setPromptText(Words.of("thin.once.prompt"));
    once.setOnAction(event -> presenter.once(once.getText()));
    HBox.setHgrow(once, Priority.ALWAYS);
    Label onceName = Nodes.label(Words.of("thin.once"), "soft");
    onceName.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
    HBox onceLine =
        new HBox(
            8,
            onceName,
            once,
            Nodes.button(Words.of("thin.once.try"), "Enter", () -> presenter.once(once.getText())),
            Nodes.button(
                Words.of("thin.byPlan"),
                "",
                () -> {
                  once.clear();
                  presenter.once("");
                },
                "link-like"));
    onceLine.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    columns();
    table.onChoice(this::showButtons);
    HBox way = Nodes.crumbs();
    way.getChildren()
        .addAll(
            Nodes.crumb(Words.of("area.plans"), () -> context.go(new Place.Plans())),
            Nodes.crumb(shelf.name(), () -> context.go(new Place.PlanOf(shelf))));
    focusFirst(table.node());
    stack(
        8,
        way,
        Nodes.row(
            Nodes.titled(Nodes.label(Words.of("thin.title"), "title"), facts),
            keep,
            csv,
            pdf,
            thin),
        what,
        finalLine(),
        onceLine,
        growing(table.node()),
        bytes);
    presenter.toldProperty().addListener((property, before, told) -> show(told));
    presenter.freedProperty().addListener((property, before, freed) -> bytes.setText(freed));
    showButtons();
  }

  /** What is erased is gone; so its number is typed before. */
  private Node finalLine() {
    erased.setMinWidth(0);
    count.setId("erase-count");
    count.setPrefColumnCount(4);
    count.setMinWidth(70);
    count.textProperty().addListener((property, before, typed) -> showButtons());
    count.setOnAction(event -> thin());
    HBox line = new HBox(8, erased, count);
    line.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    line.managedProperty().bind(line.visibleProperty());
    line.visibleProperty().bind(erased.textProperty().isNotEmpty());
    return line;
  }

  private static int erasing(ThinPresenter.Told told) {
    return told.rehearsal().with(Fate.ERASED).size();
  }

  private boolean isMeant(ThinPresenter.Told told) {
    int erasing = erasing(told);
    return erasing == 0 || count.getText().replaceAll("[,. ]", "").equals(String.valueOf(erasing));
  }

  private void thin() {
    ThinPresenter.Told told = presenter.toldProperty().get();
    if (told != null && isMeant(told)) {
      count.clear();
      presenter.thin();
    }
  }

  private void columns() {
    table.column("column.file", 330, ThinPage::fileCell);
    table.column("column.revision.wanted", 90, ThinPage::revisionCell);
    table.sizes("column.size", 90, one -> one.revision().bytes());
    table.column("column.fate", 220, ThinPage::fateCell);
    table.column("column.erasedOn", 170, this::untilCell).setMinWidth(WHEN);
    table.placeholder(Nodes.text(Words.of("thin.nothing"), "soft"));
    table.node().getSelectionModel().setSelectionMode(javafx.scene.control.SelectionMode.MULTIPLE);
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("thin.do", "Shortcut+Enter", this::thin),
        Action.of("thin.keep", "Alt+K", this::keep));
  }

  private void keep() {
    presenter.keep(table.chosenRows());
  }

  private void open(Concerned one) {
    context.go(
        new Place.OneFile(
            new FileRef(shelf.store(), one.revision().file()),
            Optional.of(one.revision().revision())));
  }

  private void show(ThinPresenter.Told told) {
    table.fit(told.rehearsal().concerned());
    table.show(
        told.rehearsal().concerned().stream()
            .sorted(Comparator.comparing(one -> ORDER.indexOf(one.fate())))
            .toList());
    facts.setText(
        told.rehearsal().plan().name().isEmpty()
            ? Words.of("thin.onceOf", shelf.name())
            : Words.of("thin.of", shelf.name(), told.rehearsal().plan().name()));
    what.setText(told.words());
    thin.setText(told.act());
    thin.getStyleClass().removeAll("moss", "rust-act");
    thin.getStyleClass().add(erasing(told) == 0 ? "moss" : "rust-act");
    erased.setText(erasing(told) == 0 ? "" : Words.count("thin.final", erasing(told)));
    showButtons();
  }

  private void showButtons() {
    ThinPresenter.Told told = presenter.toldProperty().get();
    thin.setDisable(told == null || told.rehearsal().isIdle() || !isMeant(told));
    keep.setDisable(table.chosenRows().stream().noneMatch(ThinPresenter::isOnNotice));
  }

  private interface RehearsalWriting {
    void to(Report report, OutputStream out) throws IOException;
  }

  private void save(String ending, RehearsalWriting writing) {
    presenter
        .report()
        .ifPresent(
            report ->
                new Saving(context)
                    .ask(
                        node(),
                        Words.of("thin.name", shelf.name()) + ending,
                        out -> writing.to(report, out)));
  }

  // ---- cells

  private static void fileCell(TableCell<Concerned, Concerned> cell, Concerned one) {
    cell.setText(one.revision().path().shown());
    Tip.on(cell, one.revision().path().shown());
  }

  private static void revisionCell(TableCell<Concerned, Concerned> cell, Concerned one) {
    int number = one.revision().revision();
    cell.setText(number == 0 ? Words.of("revision.first") : Revision.numbered(number));
  }

  private static void fateCell(TableCell<Concerned, Concerned> cell, Concerned one) {
    cell.setText(Words.of("thin.fate." + one.fate().name()));
    cell.getStyleClass().add(STYLES.get(one.fate()));
  }

  private void untilCell(TableCell<Concerned, Concerned> cell, Concerned one) {
    if (one.fate() != Fate.KEPT_AFTER_ALL) {
      cell.setText(Shown.moment(one.until(), context.now(), context.zone()));
      Tip.on(cell, () -> Shown.full(one.until(), context.zone()));
    }
  }
}
