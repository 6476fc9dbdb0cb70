package org.mendedleaf.desktop.store;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import org.mendedleaf.core.drill.CertificateReport;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.drill.DrillCertificate.DrillProof;
import org.mendedleaf.core.report.CsvReport;
import org.mendedleaf.core.report.PdfReport;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** A certificate: which revisions were recovered, whether they are whole, what is in them. */
public final class DrillPage extends StackedPage {

  private final Context context;
  private final DrillPresenter presenter;
  private final Label title = Nodes.label("", "title");
  private final Label facts = Nodes.label("", "soft");
  private final Label answer = Nodes.text("", "strong");
  private final Label measured = Nodes.text("", "soft");
  private final SheetTable<DrillProof> table;

  /** One way of exporting a report. */
  private interface CertificateWriting {
    void to(Report report, OutputStream out) throws IOException;
  }

  public DrillPage(Context context, Place.DrillOf of) {
    this.context = context;
    this.presenter = new DrillPresenter(context, of);
    this.table = new SheetTable<>("drill", presenter::open, DrillProof::where);
    Button csv = Nodes.button(Words.of("drill.csv"), "", () -> save(".csv", CsvReport::write));
    Button pdf = Nodes.button(Words.of("drill.pdf"), "", () -> save(".pdf", PdfReport::write));
    pdf.setId("drill-pdf");
    answer.setId("drill-answer");
    columns();
    focusFirst(table.node());
    stack(
        8,
        Nodes.row(Nodes.titled(title, facts), csv, pdf),
        answer,
        measured,
        growing(table.node()));
    presenter.certificateProperty().addListener((property, before, now) -> show(now));
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  private void show(DrillCertificate found) {
    title.setText(
        Words.of("drill.title", found.act().map(act -> String.valueOf(act.id())).orElse("")));
    facts.setText(presenter.facts(found));
    answer.setText(DrillPresenter.answer(found));
    answer.getStyleClass().setAll("label", "strong", found.failed().isEmpty() ? "plain" : "rust");
    measured.setText(String.join(" ", DrillPresenter.measured(found)));
    table.fit(found.proofs());
    table.show(found.proofs());
  }

  private void save(String ending, CertificateWriting writing) {
    DrillCertificate saved = presenter.certificateProperty().get();
    if (saved != null && saved.act().isPresent()) {
      new Saving(context)
          .ask(
              node(),
              Words.of("drill.name", saved.act().get().id()) + ending,
              out -> writing.to(CertificateReport.of(saved, context.zone()), out));
    }
  }

  private void columns() {
    table.column(
        "column.drilled.file",
        380,
        (cell, proof) -> {
          cell.setText(proof.where());
          Tip.on(cell, Path.of(proof.where()).toString());
        });
    table.column(
        "column.drilled.revision",
        90,
        (cell, proof) ->
            proof
                .revision()
                .ifPresent(
                    number ->
                        cell.setText(
                            number == 0 ? Words.of("revision.first.short") : "r" + number)));
    table.sizes("column.size", 90, DrillProof::bytes);
    table.column(
        "column.drilled.result",
        90,
        (cell, proof) -> {
          cell.setText(Words.of(proof.whole() ? "drill.result.whole" : "drill.result.failed"));
          cell.getStyleClass().add(proof.whole() ? "plain" : "rust");
        });
    table.column(
        "column.drilled.found",
        330,
        (cell, proof) -> {
          String text = proof.found().orElse(proof.why());
          cell.setText(text);
          Tip.on(cell, text);
          cell.getStyleClass().add(proof.whole() ? "soft" : "rust");
        });
  }
}
