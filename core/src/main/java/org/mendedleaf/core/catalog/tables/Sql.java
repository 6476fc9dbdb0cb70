package org.mendedleaf.core.catalog.tables;

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
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteConnection;
import org.sqlite.SQLiteErrorCode;

/**
 * One connection to a SQLite file with its prepared statements. Every method takes the object's
 * lock, so one connection serves several threads in turn. SQL errors come out as {@link
 * CatalogueException}.
 */
public final class Sql implements Closeable {

  /**
   * The reasons why a sound file may not answer: it was closed (the first and the last of these),
   * locks, rights, room, memory, the drive.
   */
  private static final Set<Integer> AROUND_THE_FILE =
      Stream.of(
              SQLiteErrorCode.SQLITE_OK,
              SQLiteErrorCode.SQLITE_PERM,
              SQLiteErrorCode.SQLITE_ABORT,
              SQLiteErrorCode.SQLITE_BUSY,
              SQLiteErrorCode.SQLITE_LOCKED,
              SQLiteErrorCode.SQLITE_NOMEM,
              SQLiteErrorCode.SQLITE_READONLY,
              SQLiteErrorCode.SQLITE_INTERRUPT,
              SQLiteErrorCode.SQLITE_IOERR,
              SQLiteErrorCode.SQLITE_FULL,
              SQLiteErrorCode.SQLITE_CANTOPEN,
              SQLiteErrorCode.SQLITE_PROTOCOL,
              SQLiteErrorCode.SQLITE_NOLFS,
              SQLiteErrorCode.SQLITE_AUTH,
              SQLiteErrorCode.SQLITE_MISUSE)
          .map(code -> code.code)
          .collect(Collectors.toUnmodifiableSet());

  /** In bytes: twice SQLite's default, since acts change very many rows. */
  private static final int PAGE = 8192;

  /** In KiB, negative as SQLite wants it. */
  public static final int CACHE = -65_536;

  private final Connection connection;
  private final @Nullable Repair repair;
  private final Map<String, PreparedStatement> prepared = new HashMap<>();
  private final AtomicInteger asking = new AtomicInteger();

  public Sql(Path file) throws CatalogueException {
    this(file, null);
  }

  /**
   * @param repair what is done where a question meets damage; null if the caller sees to it
   */
  public Sql(Path file, @Nullable Repair repair) throws CatalogueException {
    this("jdbc:sqlite:" + file, "The catalogue " + file, repair);
  }

  private Sql(String address, String what, @Nullable Repair repair) throws CatalogueException {
    this.repair = repair;
    try {
      SQLiteConfig config = new SQLiteConfig();
      // Otherwise every insert is followed by another query, prepared anew each time.
      config.setGetGeneratedKeys(false);
      connection = DriverManager.getConnection(address, config.toProperties());
      // The catalogue can be rebuilt from the store, so it need not wait for the disk; but what is
      // there after a loss of power is to be one state, and what was deleted is to be gone.
      for (String pragma :
          List.of(
              "page_size=" + PAGE,
              "journal_mode=WAL",
              "synchronous=NORMAL",
              "secure_delete=ON",
              "busy_timeout=10000",
              "cache_size=" + CACHE,
              "temp_store=MEMORY")) {
        execute("PRAGMA " + pragma);
      }
    } catch (SQLException e) {
      throw new CatalogueException(what + " cannot be opened", e);
    }
  }

  /**
   * A database that lies nowhere but in memory.
   *
   * @param name never used before in this process
   */
  static Sql inMemory(String name) throws CatalogueException {
    return new Sql("jdbc:sqlite:" + memory(name), "A catalogue in memory", null);
  }

  /** The same with what {@link #bytes} gave back. */
  static Sql inMemory(String name, byte[] bytes) throws CatalogueException {
    Sql sql = inMemory(name);
    // What is loaded into a connection belongs to it, and cannot grow over a limit of SQLite's.
    try (Connection loading = DriverManager.getConnection("jdbc:sqlite::memory:");
        java.sql.Statement statement = loading.createStatement()) {
      loading.unwrap(SQLiteConnection.class).deserialize("main", bytes);
      statement.executeUpdate("backup to '" + memory(name) + "'");
    } catch (SQLException e) {
      throw new CatalogueException("A catalogue cannot be loaded", e);
    }
    return sql;
  }

  private static String memory(String name) {
    return "file:" + name + "?mode=memory&cache=shared";
  }

  /** The whole database, as it would be in a file. */
  synchronized byte[] bytes() throws CatalogueException {
    try {
      return connection.unwrap(SQLiteConnection.class).serialize("main");
    } catch (SQLException e) {
      throw new CatalogueException("The catalogue cannot be kept", e);
    }
  }

  /** Reads one row. */
  public interface RowReader<T> {
    T read(ResultSet row) throws SQLException;
  }

  /** A whole row, with values that can be compared. */
  static List<Object> values(ResultSet row) throws SQLException {
    List<Object> values = new ArrayList<>();
    for (int i = 1; i <= row.getMetaData().getColumnCount(); i++) {
      Object value = row.getObject(i);
      values.add(value instanceof byte[] bytes ? HexFormat.of().formatHex(bytes) : value);
    }
    return values;
  }

  /** Work that sees or leaves all or nothing. */
  public interface InTransaction {
    void run() throws IOException;
  }

  public synchronized void execute(String sql) throws CatalogueException {
    try (java.sql.Statement statement = connection.createStatement()) {
      statement.execute(sql);
    } catch (SQLException e) {
      throw failed("The catalogue did not take: " + sql, e);
    }
  }

  public synchronized void transaction(InTransaction work) throws IOException {
    boolean done = false;
    begin();
    try {
      work.run();
      execute("COMMIT");
      done = true;
    } finally {
      end(done);
    }
  }

  /** Work that is rolled back at its end. */
  public synchronized void rehearsal(InTransaction work) throws IOException {
    begin();
    try {
      work.run();
    } finally {
      end(false);
    }
  }

  private void begin() throws CatalogueException {
    execute("BEGIN IMMEDIATE");
    setBeginning(false);
  }

  private void end(boolean done) throws CatalogueException {
    try {
      if (!done) {
        execute("ROLLBACK");
      }
    } finally {
      setBeginning(true);
    }
  }

  /**
   * Whether the driver is to begin a transaction of its own for each change. In one that stands it
   * would try in vain each time, and that is a tenth of what a large act takes.
   */
  private void setBeginning(boolean now) throws CatalogueException {
    try {
      connection.unwrap(SQLiteConnection.class).getConnectionConfig().setAutoCommit(now);
    } catch (SQLException e) {
      throw failed("The catalogue did not take a change", e);
    }
  }

  public synchronized int update(String sql, @Nullable Object... values) throws CatalogueException {
    try {
      return bound(sql, values).executeUpdate();
    } catch (SQLException e) {
      throw failed("The catalogue did not take: " + sql, e);
    }
  }

  /** Inserts a row and returns its row id. */
  public synchronized long insert(String sql, @Nullable Object... values)
      throws CatalogueException {
    try {
      bound(sql, values).executeUpdate();
      try (ResultSet keys = statement("SELECT last_insert_rowid()").executeQuery()) {
        return keys.getLong(1);
      }
    } catch (SQLException e) {
      throw failed("The catalogue did not take: " + sql, e);
    }
  }

  /** How many threads are in a question here, or wait for their turn. */
  public int asking() {
    return asking.get();
  }

  /** Finds a connection that can be asked instead of one to a damaged file. */
  public interface Repair {
    Sql instead(Sql damaged) throws IOException;
  }

  public <T> List<T> list(RowReader<T> reader, String sql, @Nullable Object... values)
      throws IOException {
    asking.incrementAndGet();
    try {
      return listInTurn(reader, sql, values);
    } catch (UnprovenException e) {
      if (repair == null) {
        throw e;
      }
      return repair.instead(this).listInTurn(reader, sql, values);
    } finally {
      asking.decrementAndGet();
    }
  }

  private synchronized <T> List<T> listInTurn(
      RowReader<T> reader, String sql, @Nullable Object... values) throws CatalogueException {
    List<T> rows = new ArrayList<>();
    try (ResultSet result = bound(sql, values).executeQuery()) {
      while (result.next()) {
        rows.add(reader.read(result));
      }
    } catch (SQLException e) {
      throw failed("The catalogue did not answer: " + sql, e);
    } catch (RuntimeException e) {
      throw unreadable(e);
    }
    return rows;
  }

  public <T> Optional<T> first(RowReader<T> reader, String sql, @Nullable Object... values)
      throws IOException {
    try {
      return firstInTurn(reader, sql, values);
    } catch (UnprovenException e) {
      if (repair == null) {
        throw e;
      }
      return repair.instead(this).firstInTurn(reader, sql, values);
    }
  }

  private synchronized <T> Optional<T> firstInTurn(
      RowReader<T> reader, String sql, @Nullable Object... values) throws CatalogueException {
    try (ResultSet result = bound(sql, values).executeQuery()) {
      return result.next() ? Optional.of(reader.read(result)) : Optional.empty();
    } catch (SQLException e) {
      throw failed("The catalogue did not answer: " + sql, e);
    } catch (RuntimeException e) {
      throw unreadable(e);
    }
  }

  /**
   * What is asked and written is fixed and was tried, so it fails for what is around the file, or
   * because the file is not what it was: a letter of a column's name may have changed, too.
   */
  private static CatalogueException failed(String message, SQLException e) {
    return AROUND_THE_FILE.contains(e.getErrorCode() & 0xff)
        ? new CatalogueException(message, e)
        : new UnprovenException(String.valueOf(e.getMessage()));
  }

  /** Whatever is in a row was written by this program, so one that cannot be read was changed. */
  private static UnprovenException unreadable(RuntimeException e) {
    UnprovenException damage = new UnprovenException("a row cannot be read (" + e + ")");
    damage.initCause(e);
    return damage;
  }

  private PreparedStatement bound(String sql, @Nullable Object... values) throws SQLException {
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
