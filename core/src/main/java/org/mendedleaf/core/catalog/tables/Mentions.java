package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.history.RevisionKey;

/**
 * An index of the lines of the log by the file that they mention. What is to be said of a file for
 * certain is read there again, so it matters that no line is missing: a row beside them counts and
 * sums them, and has a number that follows from both. A line that gave the file a revision is noted
 * by that. For one thread, inside a transaction.
 */
final class Mentions {

  private static final long COUNT = 2654435761L;
  private static final long SUM = 668265263L;
  private static final long EMPTY = 89;

  /** Sums are kept below this. */
  private static final long RANGE = 1L << 31;

  private final Sql sql;

  Mentions(Sql sql) {
    this.sql = sql;
  }

  /**
   * A line speaks of a file that is about to get a revision by it: its row is where it is noted.
   */
  void addRevision(long file, RevisionKey line) throws IOException {
    count(file, line);
  }

  /**
   * A line speaks of a file and gives it no revision; told twice it counts once.
   *
   * @param counted whether it was applied, and so counts among what its act did
   */
  void add(long file, RevisionKey line, boolean counted) throws IOException {
    int added =
        sql.update(
            "INSERT OR IGNORE INTO mention VALUES (?,?,?,?)",
            file,
            line.segment(),
            line.line(),
            counted);
    if (added > 0) {
      count(file, line);
    }
  }

  private void count(long file, RevisionKey line) throws IOException {
    sql.update(
        """
        INSERT INTO mentions VALUES (?1, 1, ?2, ?3 + ?4 + ?2 * ?5) ON CONFLICT (file) DO UPDATE
        SET lines = lines + 1, sum = (sum + ?2) % ?6,
          proof = ?3 + ?4 * (lines + 1) + ?5 * ((sum + ?2) % ?6)""",
        file, mix(line), EMPTY, COUNT, SUM, RANGE);
  }

  private static long mix(RevisionKey line) {
    long mixed = line.segment() * 0x9E3779B97F4A7C15L + line.line() * 0xC2B2AE3D27D4EB4FL;
    mixed = (mixed ^ mixed >>> 29) * 0xBF58476D1CE4E5B9L;
    return mixed >>> 33;
  }

  private record MentionProof(long lines, long sum, long proof) {}

  /**
   * All lines that speak of a file, in the order of the log.
   *
   * @throws UnprovenException if some are missing, or others than were written
   */
  List<RevisionKey> of(long file) throws IOException {
    List<RevisionKey> lines =
        sql.list(
            row -> new RevisionKey(row.getLong(1), row.getInt(2)),
            """
            SELECT segment, line FROM mention WHERE file = ?1
            UNION SELECT segment, line FROM revision WHERE file = ?1 ORDER BY 1, 2""",
            file);
    MentionProof proof =
        sql.first(
                row -> new MentionProof(row.getLong(1), row.getLong(2), row.getLong(3)),
                "SELECT lines, sum, proof FROM mentions WHERE file = ?",
                file)
            .orElse(new MentionProof(0, 0, EMPTY));
    long sum = 0;
    for (RevisionKey line : lines) {
      sum = (sum + mix(line)) % RANGE;
    }
    if (proof.lines() != lines.size()
        || proof.sum() != sum
        || proof.proof() != EMPTY + COUNT * proof.lines() + SUM * proof.sum()) {
      throw new UnprovenException("which lines of the log speak of a file");
    }
    return lines;
  }

  /** Those of the lines that counted when they were applied last. */
  Set<RevisionKey> counted(long file) throws IOException {
    return Set.copyOf(
        sql.list(
            row -> new RevisionKey(row.getLong(1), row.getInt(2)),
            """
            SELECT segment, line FROM mention WHERE file = ?1 AND counted
            UNION SELECT segment, line FROM revision WHERE file = ?1""",
            file));
  }

  /** Forgets what was noted of a file. */
  void forget(long file) throws IOException {
    sql.update("DELETE FROM mention WHERE file = ?", file);
    sql.update("DELETE FROM mentions WHERE file = ?", file);
  }
}
