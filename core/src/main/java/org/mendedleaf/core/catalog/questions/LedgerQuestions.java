package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.store.format.SheafId;

/** Questions about what was done, and about the store's files. Safe for several threads. */
public final class LedgerQuestions {

  private static final String ENTRY =
      "SELECT number, at, act, desk, person, shelf, undoes, lines - 1, hash, run, about FROM segment ";

  private final Sql sql;

  public LedgerQuestions(Sql sql) {
    this.sql = sql;
  }

  /** All acts, oldest first. */
  public List<LedgerEntry> all() throws IOException {
    return sql.list(LedgerQuestions::read, ENTRY + "ORDER BY number");
  }

  public Optional<LedgerEntry> act(long id) throws IOException {
    return sql.first(LedgerQuestions::read, ENTRY + "WHERE number = ?", id);
  }

  /** The newest act; empty if there is none. */
  public Optional<LedgerEntry> last() throws IOException {
    return sql.first(LedgerQuestions::read, ENTRY + "ORDER BY number DESC LIMIT 1");
  }

  /** The acts that were done as one under this name, oldest first. */
  public List<LedgerEntry> ofRun(String run) throws IOException {
    return sql.list(LedgerQuestions::read, ENTRY + "WHERE run = ? ORDER BY number", run);
  }

  /**
   * The last that a store has seen of a desk.
   *
   * @param desk its id
   * @param person who acted there last
   * @param act the last act that was committed there
   * @param at when that was begun
   */
  public record DeskSeen(String desk, String person, long act, Instant at) {}

  /** All desks that ever committed anything, the one that was seen last first. */
  public List<DeskSeen> desks() throws IOException {
    return sql.list(
        row ->
            new DeskSeen(
                row.getString(1), row.getString(2), row.getLong(3), Times.of(row.getLong(4))),
        """
        SELECT desk, person, number, at FROM segment
        WHERE number IN (SELECT MAX(number) FROM segment GROUP BY desk)
        ORDER BY number DESC""");
  }

  /** Everybody who did or saved anything. */
  public List<String> persons() throws IOException {
    return sql.list(
        row -> row.getString(1),
        "SELECT DISTINCT person FROM segment UNION SELECT name FROM saver ORDER BY 1");
  }

  /** The newest acts of a kind, newest first. */
  public List<LedgerEntry> newest(Act act, int limit) throws IOException {
    return sql.list(
        LedgerQuestions::read,
        ENTRY + "WHERE act = ? ORDER BY number DESC LIMIT ?",
        act.word(),
        limit);
  }

  /** The act that took this one back, if one did. */
  public Optional<LedgerEntry> undoOf(long id) throws IOException {
    return sql.first(LedgerQuestions::read, ENTRY + "WHERE undoes = ?", id);
  }

  /** What an act did, place by place; empty for acts that have no receipt. */
  public List<ReceiptItem> items(long act) throws IOException {
    return sql.list(
        row -> ReceiptItem.decode(row.getString(1)),
        "SELECT item FROM receipt_item WHERE segment = ? ORDER BY line",
        act);
  }

  /** Every sheaf that holds something, oldest first. */
  public List<SheafId> sheaves() throws IOException {
    return sql.list(
        row -> new SheafId(row.getString(1)),
        "SELECT name FROM sheaf WHERE retired_at IS NULL ORDER BY id");
  }

  /** Those that were committed up to a moment, oldest first. */
  public List<SheafId> sheavesBefore(Instant moment) throws IOException {
    return sql.list(
        row -> new SheafId(row.getString(1)),
        """
        SELECT sheaf.name FROM sheaf JOIN segment ON segment.number = sheaf.segment
        WHERE sheaf.retired_at IS NULL AND segment.at <= ? ORDER BY sheaf.id""",
        Times.nanos(moment));
  }

  /** How many sheaves came after the last one into which others were packed. */
  public long sheavesSincePacking() throws IOException {
    return sql.first(
            row -> row.getLong(1),
            """
            SELECT COUNT(*) FROM sheaf WHERE retired_at IS NULL AND segment >
              (SELECT IFNULL(MAX(number), -1) FROM segment WHERE act = 'pack')""")
        .orElse(0L);
  }

  /** Sheaves that were retired up to a moment. */
  public List<SheafId> retiredBefore(Instant moment) throws IOException {
    return sql.list(
        row -> new SheafId(row.getString(1)),
        "SELECT name FROM sheaf WHERE retired_at <= ? ORDER BY id",
        Times.nanos(moment));
  }

  /** Sheaves that hold what was erased; their files need not wait. */
  public List<SheafId> retiredByErasing() throws IOException {
    return sql.list(
        row -> new SheafId(row.getString(1)),
        """
        SELECT sheaf.name FROM sheaf JOIN segment ON segment.number = sheaf.retired_in
        WHERE segment.act = 'erase' AND sheaf.retired_at < ? ORDER BY sheaf.id""",
        Times.NEVER);
  }

  private static LedgerEntry read(ResultSet row) throws SQLException {
    return new LedgerEntry(
        row.getLong(1),
        Times.of(row.getLong(2)),
        Act.of(row.getString(3)).orElseThrow(),
        row.getString(4),
        row.getString(5),
        optional(row, 6),
        optional(row, 7),
        row.getLong(8),
        HexFormat.of().formatHex(row.getBytes(9)),
        Optional.ofNullable(row.getString(10)),
        Optional.ofNullable(row.getString(11)));
  }

  private static OptionalLong optional(ResultSet row, int column) throws SQLException {
    long value = row.getLong(column);
    return row.wasNull() ? OptionalLong.empty() : OptionalLong.of(value);
  }
}
