package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.Segment;

/**
 * The evidence that a decision to destroy something may rest on: lines that are read in the log,
 * and rows that carry their proof. The cost is that of what is asked, not of the store. For one
 * thread, inside a transaction of which nothing stays.
 */
public final class Proof {

  private final Sql sql;
  private final Store store;
  private final Projection projection;
  private final LoggedLines log;
  private final boolean builtHere;

  /** Proves over these tables of this store. */
  public static Proof of(Sql sql, Store store, boolean isBuiltHere) {
    LoggedLines lines = new LoggedLines(store.log(), store.reader(new StoredChunks(sql)), sql);
    return new Proof(sql, store, new Projection(store, sql), lines, isBuiltHere);
  }

  private Proof(Sql sql, Store store, Projection projection, LoggedLines log, boolean builtHere) {
    this.sql = sql;
    this.store = store;
    this.projection = projection;
    this.log = log;
    this.builtHere = builtHere;
  }

  /** Tells every line that speaks of each of these files; what the tables say of it is that. */
  public void files(Collection<Long> files, Replay.Each proven) throws IOException {
    new Replay(sql, projection, log).prove(files, proven);
  }

  /** What care plans, snapshots and settings rest on besides what was recorded of files. */
  public void settings() throws IOException {
    new SmallTables(sql).prove();
  }

  public LoggedLines.LoggedLine line(RevisionKey key) throws IOException {
    return log.line(key);
  }

  public Segment segment(long number) throws IOException {
    return log.segment(number);
  }

  public CommitHeader header(long number) throws IOException {
    return log.header(number);
  }

  public Needs needs() {
    return projection.needs();
  }

  public ContentReader contents() {
    return store.reader(new StoredChunks(sql));
  }

  /** Large contents whose parts could not be read are counted now, or nothing is destroyed. */
  public void countUnknown() throws IOException {
    projection.needs().countUnknown(contents());
  }

  /**
   * The sheaves in use that hold any of these, or a record that leans on one, oldest first.
   *
   * @param held what has to lie in some sheaf
   */
  public List<SheafId> concerned(Set<ContentId> held) throws IOException {
    Map<Long, SheafId> found = new TreeMap<>();
    for (ContentId id : held) {
      Needs.Need need = projection.needs().of(id);
      byte[] key = Needs.key(id);
      Optional<Long> used =
          sql.first(
              row -> row.getLong(1), "SELECT record FROM chunk WHERE id = ?", (Object) id.bytes());
      if (used.isEmpty() && !builtHere) {
        throw new UnprovenException("where a content lies");
      }
      List<Long> copies =
          sql.list(row -> row.getLong(1), "SELECT record FROM copy WHERE id = ?", (Object) key);
      List<Long> leaning =
          sql.list(row -> row.getLong(1), "SELECT record FROM leans WHERE base = ?", (Object) key);
      if (copies.size() != need.copies() || leaning.size() != need.leaning()) {
        throw new UnprovenException("which sheaves hold a content");
      }
      Set<Long> all = new HashSet<>(copies);
      all.addAll(leaning);
      used.ifPresent(all::add);
      for (long record : all) {
        inUse(record).ifPresent(sheaf -> found.put(sheaf.row(), sheaf.id()));
      }
    }
    return List.copyOf(found.values());
  }

  private record InUse(long row, SheafId id) {}

  /** The sheaf of a record; empty if it was written anew since, or lies in another. */
  private Optional<InUse> inUse(long record) throws IOException {
    return sql.first(
        found -> new InUse(found.getLong(1), new SheafId(found.getString(2))),
        """
        SELECT sheaf.id, name FROM record JOIN sheaf ON sheaf.id = record.sheaf
        WHERE record.id = ? AND retired_at IS NULL""",
        record);
  }

  private record SheafRow(SheafId sheaf, boolean retired, long in) {}

  /** The sheaves whose files are there and that are not in use. */
  public List<SheafId> unused() throws IOException {
    List<SheafRow> rows =
        sql.list(
            row ->
                new SheafRow(
                    new SheafId(row.getString(1)), row.getObject(2) != null, row.getLong(3)),
            "SELECT name, retired_at, retired_in FROM sheaf ORDER BY id");
    long count =
        sql.first(row -> row.getLong(1), "SELECT value FROM about WHERE key = 'sheaves'")
            .orElse(0L);
    if (rows.size() != count) {
      throw new UnprovenException("which sheaves there are");
    }
    List<SheafId> there = store.sheavesThere();
    Set<SheafId> unused = new HashSet<>(there);
    for (SheafRow row : rows) {
      if (!row.retired()) {
        // One that is not there under its name may be there under another, for all that is known.
        if (!unused.remove(row.sheaf()) && !builtHere) {
          throw new UnprovenException("what a sheaf is called");
        }
      } else if (unused.contains(row.sheaf())
          && !log.header(row.in()).retired().contains(row.sheaf())) {
        throw new UnprovenException("whether a sheaf is in use");
      }
    }
    List<SheafId> all = new ArrayList<>(there);
    all.retainAll(unused);
    return all;
  }

  /**
   * Whether the catalogue was read from the log just now, so that what it does not find is gone.
   */
  public boolean isBuiltHere() {
    return builtHere;
  }
}
