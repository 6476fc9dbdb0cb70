package org.mendedleaf.desktop.store;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.mendedleaf.core.adoption.RecoverySheet;
import org.mendedleaf.core.adoption.RecoverySheets;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.adoption.SheetReport;
import org.mendedleaf.core.report.PdfReport;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.Saving;

/** What another computer would need in the place of this one: to print, to keep, and to try. */
final class RecoverySheetRow {

  private final Context context;
  private final HBox row;

  RecoverySheetRow(Context context, StorePresenter presenter) {
    this.context = context;
    Label sentence = Nodes.text(Words.of("store.sheet"), "soft");
    HBox.setHgrow(sentence, Priority.ALWAYS);
    row =
        new HBox(
            14,
            sentence,
            link("store.sheet.print", "print-sheet", this::print),
            link("store.sheet.save", "save-sheet", this::save),
            link("store.sheet.try", "try-sheet", presenter::tryNewComputer));
    row.setAlignment(Pos.BASELINE_LEFT);
    row.managedProperty().bind(row.visibleProperty());
  }

  private static Button link(String key, String id, Runnable act) {
    Button link = Nodes.button(Words.of(key), "", act, "link-like");
    link.setId(id);
    link.setMinWidth(Region.USE_PREF_SIZE);
    return link;
  }

  Node node() {
    return row;
  }

  /**
   * @param isHere whether the store can be reached
   */
  void show(boolean isHere) {
    row.setVisible(isHere);
  }

  private void print() {
    RecoverySheets sheets = context.office().adoptions().sheets();
    new Saving(context)
        .ask(
            row,
            Words.of("store.sheet.name") + ".pdf",
            out ->
                PdfReport.write(
                    SheetReport.of(sheets.ofThisDesk(), Map.of(), context.zone()), out));
  }

  private void save() {
    RecoverySheets sheets = context.office().adoptions().sheets();
    new Saving(context)
        .ask(
            row,
            Words.of("store.sheet.name") + ".json",
            out -> {
              RecoverySheet sheet = sheets.ofThisDesk();
              out.write(SheetFormat.encode(sheet).getBytes(StandardCharsets.UTF_8));
            });
  }
}
