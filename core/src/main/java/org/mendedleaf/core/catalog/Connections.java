package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.catalog.tables.CatalogueException;
import org.mendedleaf.core.catalog.tables.CatalogueFiles;
import org.mendedleaf.core.catalog.tables.Schema;
import org.mendedleaf.core.catalog.tables.SmallTables;
import org.mendedleaf.core.catalog.tables.Sql;

/**
 * The connections to a catalogue's file: one that changes it, and some that answer. While a
 * catalogue is built anew, those to the former file go on answering. Everything but {@link
 * #reading} needs the catalogue's lock.
 */
final class Connections {

  private static final int READERS = 3;

  /** In KiB, negative as SQLite wants it: what is built has no order on the disk yet. */
  private static final int BUILDING_CACHE = -262_144;

  private static final long ANSWERED_BY_THEN_NANOS = 60_000_000_000L;

  private final CatalogueFiles files;
  private final String store;
  private @Nullable Sql writing;
  // One long question must not keep the short ones waiting.
  private volatile List<Sql> reading = List.of();
  private boolean building = true;
  // Who asked before a catalogue was built anew may not have done asking.
  private List<Sql> former = List.of();
  private long formerSince;

  /**
   * @param store the id of the store whose catalogue this is
   */
  Connections(CatalogueFiles files, String store) {
    this.files = files;
    this.store = store;
  }

  Sql writing() {
    return Objects.requireNonNull(writing);
  }

  /** The connection that is least asked at the moment. */
  Sql reading() {
    return reading.stream().min(Comparator.comparingInt(Sql::asking)).orElseThrow();
  }

  boolean answers() {
    return !reading.isEmpty();
  }

  boolean answersBy(Sql one) {
    return reading.contains(one);
  }

  /** Whether what is written does not answer yet. */
  boolean isBuilding() {
    return building;
  }

  /** Connects to the current file, which is made if it is not there. */
  void connect() throws IOException {
    files.make();
    writing = new Sql(files.current());
    if (version() == 0) {
      writing().execute("PRAGMA cache_size=" + BUILDING_CACHE);
      writing()
          .transaction(
              () -> {
                for (String table : Schema.TABLES) {
                  writing().execute(table);
                }
                writing().update("INSERT INTO about VALUES ('store', ?)", store);
                new SmallTables(writing()).seal();
                writing().execute("PRAGMA user_version = " + Schema.VERSION);
              });
    }
  }

  private int version() throws IOException {
    return writing().first(row -> row.getInt(1), "PRAGMA user_version").orElse(0);
  }

  /** Whether the file is of this version and of this store. */
  boolean areOfThisStore() throws IOException {
    return version() == Schema.VERSION
        && writing()
            .first(row -> row.getString(1), "SELECT value FROM about WHERE key = 'store'")
            .filter(store::equals)
            .isPresent();
  }

  /** Connects to a new, empty file beside the one that answers. */
  void startOver() throws IOException {
    if (writing != null) {
      writing.close();
    }
    files.next();
    building = true;
    connect();
  }

  /** Goes back to the file that answers; what was built meanwhile is dropped. */
  void giveUpBuilding() throws IOException {
    writing().close();
    files.back();
    connect();
    building = false;
  }

  /** Once it is built, a new catalogue answers, and nothing is left of the former one's files. */
  void answerFromHere(Sql.Repair repair) throws IOException {
    // What is sorted for an index may be sorted by two.
    writing().execute("PRAGMA threads=2");
    for (String index : Schema.AFTERWARDS) {
      writing().execute(index);
    }
    writing().execute("PRAGMA cache_size=" + Sql.CACHE);
    List<Sql> readers = new ArrayList<>();
    for (int i = 0; i < READERS; i++) {
      readers.add(new Sql(files.current(), repair));
    }
    letFormerGo();
    former = reading;
    formerSince = System.nanoTime();
    reading = List.copyOf(readers);
    building = false;
    try {
      files.deleteOthers();
    } catch (IOException e) {
      // Some systems do not delete what is open.
      letFormerGo();
      files.deleteOthers();
    }
  }

  /** Closes those to the former file once nobody can still be asking over them. */
  void letAnsweredGo() {
    if (System.nanoTime() - formerSince > ANSWERED_BY_THEN_NANOS) {
      letFormerGo();
    }
  }

  private void letFormerGo() {
    former.forEach(Sql::close);
    former = List.of();
  }

  /** What was erased must not stay here either: the pages that were written lie in two files. */
  void forgetWritten() throws CatalogueException {
    writing().execute("PRAGMA wal_checkpoint(TRUNCATE)");
  }

  void close() {
    reading.forEach(Sql::close);
    letFormerGo();
    if (writing != null) {
      writing.close();
    }
  }
}
