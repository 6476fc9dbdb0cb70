package org.mendedleaf.core.catalog;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.sqlite.SQLiteConfig;

/**
 * One connection to a SQLite file with its prepared statements. Every method takes the object's
 * lock, so one connection serves several threads in turn. SQL errors come out as {@link
 * CatalogueException}.
 */
final class Sql implements Closeable {

  /** In KiB, negative as SQLite wants it. */
  static final int CACHE = -65_536;

  private final Connection connection;
  private final Map<String, PreparedStatement> prepared = new HashMap<>();
  private final AtomicInteger asking = new AtomicInteger();

  Sql(Path file) throws CatalogueException {
    try {
      SQLiteConfig config = new SQLiteConfig();
      // Else every insert is followed by another query, prepared anew each time.
      config.setGetGeneratedKeys(false);
      connection = DriverManager.getConnection("jdbc:sqlite:" + file, config.toProperties());
      // The catalogue can be rebuilt from the store, so it need not wait for the disk.
      for (String pragma :
          List.of(
              "journal_mode=WAL",
              "synchronous=OFF",
              "busy_timeout=10000",
              "cache_size=" + CACHE,
              "temp_store=MEMORY")) {
        execute("PRAGMA " + pragma);
      }
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue " + file + " cannot be opened", e);
    }
  }

  /** Reads one row. */
  interface Row<T> {
    T read(ResultSet row) throws SQLException;
  }

  /** Work that sees or leaves all or nothing. */
  interface Work {
    void run() throws IOException;
  }

  synchronized void execute(String sql) throws CatalogueException {
    try (java.sql.Statement statement = connection.createStatement()) {
      statement.execute(sql);
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue did not take: " + sql, e);
    }
  }

  synchronized void transaction(Work work) throws IOException {
    execute("BEGIN IMMEDIATE");
    boolean done = false;
    try {
      work.run();
      execute("COMMIT");
      done = true;
    } finally {
      if (!done) {
        execute("ROLLBACK");
      }
    }
  }

  synchronized int update(String sql, Object... values) throws CatalogueException {
    try {
      return bound(sql, values).executeUpdate();
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue did not take: " + sql, e);
    }
  }

  /** Inserts a row and returns its row id. */
  synchronized long insert(String sql, Object... values) throws CatalogueException {
    try {
      bound(sql, values).executeUpdate();
      try (ResultSet keys = statement("SELECT last_insert_rowid()").executeQuery()) {
        return keys.getLong(1);
      }
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue did not take: " + sql, e);
    }
  }

  /** How many threads are in a question here, or wait for their turn. */
  int asking() {
    return asking.get();
  }

  <T> List<T> list(Row<T> reader, String sql, Object... values) throws CatalogueException {
    asking.incrementAndGet();
    try {
      return listInTurn(reader, sql, values);
    } finally {
      asking.decrementAndGet();
    }
  }

  private synchronized <T> List<T> listInTurn(Row<T> reader, String sql, Object... values)
      throws CatalogueException {
    List<T> rows = new ArrayList<>();
    try (ResultSet result = bound(sql, values).executeQuery()) {
      while (result.next()) {
        rows.add(reader.read(result));
      }
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue did not answer: " + sql, e);
    }
    return rows;
  }

  synchronized <T> Optional<T> first(Row<T> reader, String sql, Object... values)
      throws CatalogueException {
    try (ResultSet result = bound(sql, values).executeQuery()) {
      return result.next() ? Optional.of(reader.read(result)) : Optional.empty();
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue did not answer: " + sql, e);
    }
  }

  private PreparedStatement bound(String sql, Object... values) throws SQLException {
    PreparedStatement statement = statement(sql);
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
    return statement;
  }

  private PreparedStatement statement(String sql) throws SQLException {
    PreparedStatement statement = prepared.get(sql);
    if (statement == null) {
      statement = connection.prepareStatement(sql);
      prepared.put(sql, statement);
    }
    return statement;
  }

  @Override
  public synchronized void close() {
    try {
      for (PreparedStatement statement : prepared.values()) {
        statement.close();
      }
      connection.close();
    } catch (SQLException e) {
      throw new IllegalStateException("The catalogue could not be closed", e);
    }
  }
}
