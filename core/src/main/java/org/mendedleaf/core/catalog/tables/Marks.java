package org.mendedleaf.core.catalog.tables;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.RevisionKey;

/** Applies what people say about revisions and files. For one thread, inside a transaction. */
final class Marks {

  private static final String ROW = "(SELECT id FROM revision WHERE segment = ? AND line = ?)";

  /**
   * The same for adding a row: where the revision has been erased, or another desk was quicker,
   * there is none to add one for, and none must be made up.
   */
  private static final String OF = " FROM revision WHERE segment = ? AND line = ?";

  private final Sql sql;

  Marks(Sql sql) {
    this.sql = sql;
  }

  void arrived(CommitHeader header, long revision, Arrived arrived, long segment)
      throws IOException {
    sql.update(
        "INSERT INTO arrived VALUES (?,?,?,?)",
        revision,
        arrived.name(),
        arrived.folder(),
        Times.file(arrived.modified()));
    if (!arrived.note().isEmpty()) {
      sql.update(
          "INSERT INTO note (revision, text, at, person, segment) VALUES (?,?,?,?,?)",
          revision,
          arrived.note(),
          Times.nanos(header.at()),
          header.by(),
          segment);
    }
  }

  void note(CommitHeader header, RevisionKey of, String text, long segment) throws IOException {
    sql.update(
        "INSERT INTO note (revision, text, at, person, segment) SELECT id,?,?,?,?" + OF,
        text,
        Times.nanos(header.at()),
        header.by(),
        segment,
        of.segment(),
        of.line());
  }

  /** The letter stays used where the revision has been erased. */
  void issue(CommitHeader header, Detail.Issued issued) throws IOException {
    sql.update(
        "INSERT OR REPLACE INTO issue VALUES (?,?,%s,?,?)".formatted(ROW),
        issued.file(),
        issued.letter(),
        issued.revision().segment(),
        issued.revision().line(),
        Times.nanos(header.at()),
        header.by());
  }

  void good(CommitHeader header, RevisionKey of, boolean isGood) throws IOException {
    if (isGood) {
      sql.update(
          "INSERT OR REPLACE INTO good SELECT id,?,?" + OF,
          Times.nanos(header.at()),
          header.by(),
          of.segment(),
          of.line());
    } else {
      sql.update("DELETE FROM good WHERE revision = " + ROW, of.segment(), of.line());
    }
  }

  void hold(CommitHeader header, RevisionKey of, JsonNode says) throws IOException {
    sql.update(
        "INSERT OR REPLACE INTO held SELECT id,?,?,?,?" + OF,
        says.get("why").asText(),
        Times.nanos(header.at()),
        header.by(),
        MetadataFormat.holdsUntil(says).map(Times::nanos).orElse(Times.NEVER),
        of.segment(),
        of.line());
    offNotice(of);
  }

  void notice(CommitHeader header, Detail.Noticed noticed) throws IOException {
    RevisionKey of = noticed.revision();
    sql.update(
        "INSERT OR REPLACE INTO on_notice SELECT id,?,?,?,?" + OF,
        Times.nanos(noticed.until()),
        noticed.cause().name(),
        Times.nanos(header.at()),
        header.by(),
        of.segment(),
        of.line());
  }

  void offNotice(RevisionKey of) throws IOException {
    sql.update("DELETE FROM on_notice WHERE revision = " + ROW, of.segment(), of.line());
  }

  void release(RevisionKey of) throws IOException {
    sql.update("DELETE FROM held WHERE revision = " + ROW, of.segment(), of.line());
  }

  void summary(RevisionKey of, String says) throws IOException {
    sql.update(
        "UPDATE revision SET summary = ? WHERE segment = ? AND line = ?",
        says,
        of.segment(),
        of.line());
  }

  /** What was found replaces what was found before: rules change. */
  void doubt(CommitHeader header, RevisionKey of, List<Finding> findings) throws IOException {
    sql.update("DELETE FROM finding WHERE revision = " + ROW, of.segment(), of.line());
    for (Finding finding : findings) {
      sql.update(
          "INSERT INTO finding SELECT id,?,?,?,?,?,?" + OF,
          finding.kind().word(),
          finding.strength().word(),
          finding.measured(),
          finding.usual(),
          finding.other().isPresent() ? finding.other().getAsLong() : null,
          Times.nanos(header.at()),
          of.segment(),
          of.line());
    }
  }

  void meant(CommitHeader header, RevisionKey of, String why) throws IOException {
    sql.update(
        "INSERT OR REPLACE INTO meant SELECT id,?,?,?" + OF,
        why,
        Times.nanos(header.at()),
        header.by(),
        of.segment(),
        of.line());
  }

  /** Returns the file; empty where the revision has been erased. */
  Optional<Long> saver(RevisionKey of, String who, String source) throws IOException {
    sql.update(
        "UPDATE revision SET saver = ?, saver_source = ? WHERE segment = ? AND line = ?",
        who,
        source,
        of.segment(),
        of.line());
    return sql.first(
        row -> row.getLong(1),
        "SELECT file FROM revision WHERE segment = ? AND line = ?",
        of.segment(),
        of.line());
  }

  void describe(long file, String says) throws IOException {
    sql.update("INSERT OR REPLACE INTO described VALUES (?,?)", file, says);
  }
}
