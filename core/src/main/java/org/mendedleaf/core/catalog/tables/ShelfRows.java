package org.mendedleaf.core.catalog.tables;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSetting;

/**
 * The rows of shelves: their settings, folders and snapshots. For one thread, inside a transaction.
 */
final class ShelfRows {

  private final Sql sql;

  ShelfRows(Sql sql) {
    this.sql = sql;
  }

  void add(LineContext in, long shelf, JsonNode says) throws IOException {
    sql.update(
        "INSERT INTO shelf VALUES (?,?,?,?,?,?,0,0)",
        shelf,
        says.get("name").asText(),
        says.get("kind").asText(),
        says.get("folder").asText(),
        Times.nanos(in.header().at()),
        // Nothing lies there before it begins, so its files start at r1.
        ShelfKind.of(says.get("kind").asText()) == ShelfKind.DEPOSIT);
  }

  /** A shelf of which only that it was added can still be read. */
  void addUnread(LineContext in, long shelf) throws IOException {
    sql.update(
        "INSERT INTO shelf VALUES (?,?,?,'',?,0,0,0)",
        shelf,
        "Shelf %d, whose name cannot be read".formatted(shelf),
        ShelfKind.WORKING.word(),
        Times.nanos(in.header().at()));
  }

  void set(LineContext in, String what, JsonNode says) throws IOException {
    sql.update(
        "INSERT OR REPLACE INTO shelf_setting VALUES (?,?,?,?)",
        in.shelf(),
        what,
        says.toString(),
        Times.nanos(in.header().at()));
    if (what.equals("plan")) {
      sql.update(
          "INSERT INTO said_plan VALUES (?,?,?,?,?,?)",
          in.segment(),
          in.key().line(),
          in.shelf(),
          says.toString(),
          in.countsFrom(),
          in.header().by());
    }
    Optional<String> plan = ShelfSetting.planSetBy(says);
    if (plan.isPresent()) {
      sql.update("INSERT OR REPLACE INTO plan VALUES (?,?)", plan.get(), says.toString());
    }
  }

  void safeguard(LineContext in, Detail.Safeguarded line) throws IOException {
    sql.update(
        "INSERT INTO safeguard VALUES (?,?,?,?,?,?)",
        in.segment(),
        in.key().line(),
        line.least(),
        line.delay(),
        in.countsFrom(),
        in.header().by());
  }

  void takeSnapshot(LineContext in, long snapshot, JsonNode says) throws IOException {
    sql.update(
        "INSERT INTO snapshot VALUES (?,?,?,?,?,?,?,?,?,NULL)",
        snapshot,
        in.segment(),
        in.shelf(),
        MetadataFormat.path(says).bytes(),
        says.get("label").asText(),
        says.get("reason").asText(),
        says.get("cause").asText(),
        Times.nanos(in.header().at()),
        in.header().by());
  }

  void unlabel(LineContext in, long snapshot) throws IOException {
    sql.update("UPDATE snapshot SET unlabelled = ? WHERE id = ?", in.segment(), snapshot);
  }

  /** Ends the state of a folder, if any stands, and returns since when another counts. */
  long endFolder(LineContext in, long path) throws IOException {
    long at =
        sql.first(
                row -> Math.max(in.countsFrom(), row.getLong(1)),
                "SELECT MAX(from_at) FROM folder_state WHERE path = ? AND until_at = ?",
                path,
                Times.NEVER)
            .orElse(in.countsFrom());
    sql.update(
        "UPDATE folder_state SET until_at = ?, until_segment = ? WHERE path = ? AND until_at = ?",
        at,
        in.segment(),
        path,
        Times.NEVER);
    return at;
  }

  void beginFolder(LineContext in, long path, FolderState state, long at) throws IOException {
    sql.update(
        """
        INSERT INTO folder_state
        SELECT id, folder, ?2, ?3, ?4, ?5, ?6, ?5 FROM path WHERE id = ?1""",
        path,
        Times.file(state.modified()),
        state.mode().orElse(null),
        at,
        Times.NEVER,
        in.segment());
  }
}
