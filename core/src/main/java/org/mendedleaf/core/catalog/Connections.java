package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.catalog.tables.CataloguePlace;
import org.mendedleaf.core.catalog.tables.Schema;
import org.mendedleaf.core.catalog.tables.SmallTables;
import org.mendedleaf.core.catalog.tables.Sql;

/**
 * The connections to a catalogue's tables: one that changes it, and some that answer. While a
 * catalogue is built anew, those to the former file go on answering. Everything but {@link
 * #reading} needs the catalogue's lock.
 */
final class Connections {

  /** In KiB, negative as SQLite wants it: what is built has no order on the disk yet. */
  private static final int BUILDING_CACHE = -262_144;

  private static final long ANSWERED_BY_THEN_NANOS = 60_000_000_000L;

  private final CataloguePlace place;
  private final String store;
  private @Nullable Sql writing;
  private volatile List<Sql> reading = List.of();
  private boolean building = true;
  // A question from before the catalogue was built anew may still be running.
  private List<Sql> former = List.of();
  private long formerSince;
  private long kept;

  /**
   * @param store the id of the store whose catalogue this is
   */
  Connections(CataloguePlace place, String store) {
    this.place = place;
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

  /** Connects to the current tables, which are made if they are not there. */
  void connect() throws IOException {
    writing = place.connect();
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

  /** Whether the tables are of this version and of this store. */
  boolean areOfThisStore() throws IOException {
    return version() == Schema.VERSION
        && writing()
            .first(row -> row.getString(1), "SELECT value FROM about WHERE key = 'store'")
            .filter(store::equals)
            .isPresent();
  }

  /** Connects to new, empty tables beside those that answer. */
  void startOver() throws IOException {
    if (writing != null && !reading.contains(writing)) {
      writing.close();
    }
    place.next();
    building = true;
    connect();
  }

  /** Goes back to the tables that answer; what was built meanwhile is dropped. */
  void giveUpBuilding() throws IOException {
    writing().close();
    writing = place.back(reading);
    building = false;
  }

  /** Once it is built, a new catalogue answers, and nothing is left of the former one. */
  void answerFromHere(Sql.Repair repair) throws IOException {
    // What is sorted for an index may be sorted by two.
    writing().execute("PRAGMA threads=2");
    for (String index : Schema.AFTERWARDS) {
      writing().execute(index);
    }
    writing().execute("PRAGMA cache_size=" + Sql.CACHE);
    List<Sql> readers = place.readers(writing(), repair);
    letFormerGo();
    former = reading;
    formerSince = System.nanoTime();
    reading = List.copyOf(readers);
    building = false;
    try {
      place.deleteOthers();
    } catch (IOException e) {
      // Some systems do not delete what is open.
      letFormerGo();
      place.deleteOthers();
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

  /** What was erased must not stay here either. */
  void forgetErased() throws IOException {
    place.forgetErased(writing());
  }

  /**
   * Keeps the tables, if they answer, so that they need not be built when they are opened next.
   *
   * @param commits how many they are made of: as long as it stays, they are kept once
   */
  void keep(long commits) throws IOException {
    if (!building && kept != commits) {
      place.keep(writing());
      kept = commits;
    }
  }

  /** Says of how many commits the tables are that are kept. */
  void areKept(long commits) {
    kept = commits;
  }

  void close() {
    reading.forEach(Sql::close);
    letFormerGo();
    if (writing != null) {
      writing.close();
    }
  }
}
