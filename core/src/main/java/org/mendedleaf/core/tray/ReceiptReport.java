package org.mendedleaf.core.tray;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.report.Report;

/** A receipt as a table that can be kept, sent or printed. */
public final class ReceiptReport {

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm:ss", Locale.ENGLISH);

  private static final DateTimeFormatter SAVED =
      DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.ENGLISH);

  private static final List<Report.Column> COLUMNS =
      List.of(
          new Report.Column("Place", 34, false),
          new Report.Column("Was on the shelf as", 24, false),
          new Report.Column("Revision", 11, false),
          new Report.Column("State saved", 14, false),
          new Report.Column("Outcome", 13, false),
          new Report.Column("Bytes", 10, true),
          new Report.Column("Remark", 14, false));

  private ReceiptReport() {}

  /** The report of a recovery. */
  public static Report of(RunReceipt receipt, ZoneId zone) {
    List<String> said = new ArrayList<>();
    said.add(
        "Done by %s, %s (%s). %,d files, %,d bytes. Each file was read again after it was written and compared with what is recorded, byte for byte."
            .formatted(
                receipt.act().by(),
                at(receipt.at(), zone),
                zone.getId(),
                receipt.files(),
                receipt.bytes()));
    for (RunReceipt.ReceiptPart part : receipt.parts()) {
      said.add(
          "Act %d in the ledger of the store in %s; segment hash %s."
              .formatted(
                  part.receipt().act().id(), part.shelf().storeFolder(), hash(part.receipt())));
      part.receipt()
          .undoneBy()
          .ifPresent(
              undo ->
                  said.add(
                      "Taken back by %s, %s, in act %d."
                          .formatted(undo.by(), at(undo.at(), zone), undo.id())));
    }
    List<List<String>> rows = new ArrayList<>();
    for (RunReceipt.ReceiptLine line : receipt.lines()) {
      rows.add(row(line, zone));
    }
    return new Report("Receipt %d".formatted(receipt.act().id()), said, COLUMNS, rows);
  }

  private static List<String> row(RunReceipt.ReceiptLine line, ZoneId zone) {
    ReceiptItem item = line.item();
    boolean isFile = item.file().isPresent() && item.wrote().isPresent();
    return List.of(
        item.target(),
        isFile ? line.shelf().name() + ": " + item.wrote().get().path().shown() : "",
        revision(item.file(), item.revision()),
        item.wrote().map(state -> SAVED.format(state.modified().atZone(zone))).orElse(""),
        outcome(item),
        String.valueOf(item.bytes()),
        item.why());
  }

  private static String revision(OptionalLong file, OptionalInt revision) {
    return file.isPresent() && revision.isPresent() ? Revision.numbered(revision.getAsInt()) : "";
  }

  private static String outcome(ReceiptItem item) {
    return item.outcome() == Outcome.RECOVERED && item.file().isEmpty()
        ? "archive written"
        : item.outcome().word();
  }

  private static String at(Instant at, ZoneId zone) {
    return WHEN.format(at.atZone(zone));
  }

  private static String hash(Receipt receipt) {
    return receipt.act().hash();
  }
}
