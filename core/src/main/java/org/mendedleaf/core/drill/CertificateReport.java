package org.mendedleaf.core.drill;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.report.Report;

/** A certificate as a table that can be kept, sent or printed. */
public final class CertificateReport {

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm:ss", Locale.ENGLISH);

  private static final List<Report.Column> COLUMNS =
      List.of(
          new Report.Column("File", 34, false),
          new Report.Column("Revision", 9, false),
          new Report.Column("Bytes", 11, true),
          new Report.Column("Result", 12, false),
          new Report.Column("Found in it, or what is wrong", 22, false),
          new Report.Column("Recorded as", 32, false));

  private CertificateReport() {}

  public static Report of(DrillCertificate certificate, ZoneId zone) {
    DrillFigures figures = certificate.figures();
    List<String> said = new ArrayList<>();
    certificate.act().ifPresent(act -> said.add(done(act, certificate, zone)));
    said.add(
        "%,d of %,d revisions were recovered to a scratch place (%,d bytes, %s) and compared with what was recorded, bit for bit: %,d are whole, %,d were opened by a reader of their kind, %,d failed."
            .formatted(
                figures.sampled(),
                figures.of(),
                figures.bytes(),
                seconds(Duration.ofMillis(figures.millis())),
                certificate.whole(),
                figures.opened(),
                certificate.failed().size()));
    said.add(
        "Recovering every current file would take about %s, as fast as these were recovered."
            .formatted(seconds(certificate.fullRecovery())));
    if (certificate.proofs().size() < figures.sampled()) {
      said.add(
          "The first %,d are listed; what failed stands first."
              .formatted(certificate.proofs().size()));
    }
    List<List<String>> rows = new ArrayList<>();
    for (DrillCertificate.DrillProof proof : certificate.proofs()) {
      rows.add(
          List.of(
              proof.where(),
              proof.revision().isPresent() ? Revision.numbered(proof.revision().getAsInt()) : "",
              String.valueOf(proof.bytes()),
              proof.whole() ? "whole" : "failed",
              proof.found().orElse(proof.why()),
              proof.content()));
    }
    String title = certificate.act().map(act -> " " + act.id()).orElse("");
    return new Report("Drill certificate" + title, said, COLUMNS, rows);
  }

  private static String done(LedgerEntry act, DrillCertificate certificate, ZoneId zone) {
    return "Done by %s, %s (%s). Act %d in the ledger of the store in %s; segment hash %s."
        .formatted(
            act.by(), at(act.at(), zone), zone.getId(), act.id(), certificate.store(), act.hash());
  }

  private static String at(Instant at, ZoneId zone) {
    return WHEN.format(at.atZone(zone));
  }

  /** The words that a person would use. */
  static String seconds(Duration time) {
    if (time.toMinutes() >= 120) {
      return "%,d h %d min".formatted(time.toHours(), time.toMinutesPart());
    }
    return time.toSeconds() >= 120
        ? "%d min".formatted((time.toSeconds() + 30) / 60)
        : String.format(Locale.ROOT, "%.1f s", time.toMillis() / 1000.0);
  }
}
