package org.mendedleaf.core.catalog.questions;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.AskedSql;
import org.mendedleaf.core.oracle.CatalogueFinder;
import org.mendedleaf.core.oracle.TestDesk;

/**
 * What is done with one file or folder asks an index for its rows and reads no table from end to
 * end: that is quick in every small test, and endless in an office of a million files.
 */
@Tag("plain")
class SearchedNotScannedTest {

  /** An index that is made for one question reads the whole table, too. */
  private static final Pattern WHOLE_TABLE =
      Pattern.compile(
          "SCAN (file|state|revision|path|former|mention|record|chunk|leans|copy)\\b.*|.*AUTOMATIC.*");

  private static final Pattern WHOLE_SHELF = Pattern.compile("SEARCH file .*\\(shelf=\\?.*");

  private static final Pattern PLANNED =
      Pattern.compile("(?s)\\s*(SELECT|UPDATE|DELETE|WITH|INSERT).*");

  @TempDir Path base;

  @Test
  void oneFileAndOneFolderAreLookedUp() throws Exception {
    Set<String> asked;
    try (AskedSql sql = new AskedSql();
        TestDesk desk = new TestDesk(base)) {
      desk.write("office/list.csv", "1,2,3");
      desk.write("office/other.csv", "4,5,6");
      desk.capture();
      // Statements are prepared once for each connection.
      desk.restart();
      var unused = sql.since();

      desk.write("office/list.csv", "7,8,9");
      FileLife life = desk.life("office/list.csv");
      var unusedMended = desk.office().files().mend(life.ref(), 0);
      FileLife later = desk.life("office/list.csv");
      desk.office().sayings().note(later.ref(), 0, "as it was");
      Moment now = new Moment.Now(desk.clock().instant());
      InnerPath folder = new InnerPath("office");
      assertThat(desk.office().moments().folder(desk.shelf(), folder, now, true)).hasSize(2);
      assertThat(desk.office().moments().firstLines(desk.shelf(), folder, now, true, 1).files())
          .isEqualTo(2);
      var unusedErased =
          desk.office().erasures().erase(later.ref(), Set.of(1), later.file().path().name());
      asked = sql.since();
    }
    assertThat(asked).hasSizeGreaterThan(40);
    assertThat(plansLike(WHOLE_TABLE, asked)).isEmpty();
  }

  @Test
  void whatIsDamagedIsAskedOfTheFindingsAndNotOfAllFiles() throws Exception {
    Set<String> asked;
    try (AskedSql sql = new AskedSql();
        TestDesk desk = new TestDesk(base)) {
      desk.write("list.csv", "1,2,3");
      desk.capture();
      desk.restart();
      var unused = sql.since();
      assertThat(desk.office().screenings().damagedPlaces(desk.shelf())).isEmpty();
      assertThat(desk.office().screenings().doubtful(desk.shelf())).isEmpty();
      asked = sql.since();
      asked.removeIf(one -> !one.contains("finding"));
    }
    assertThat(asked).isNotEmpty();
    assertThat(plansLike(WHOLE_TABLE, asked)).isEmpty();
    assertThat(plansLike(WHOLE_SHELF, asked)).isEmpty();
  }

  private Set<String> plansLike(Pattern unwanted, Set<String> asked) throws Exception {
    Set<String> scans = new TreeSet<>();
    Path file = CatalogueFinder.in(base.resolve("home")).get(0);
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      for (String sql : asked) {
        if (PLANNED.matcher(sql).matches() && !sql.contains("moving")) {
          try (ResultSet plan = statement.executeQuery("EXPLAIN QUERY PLAN " + sql)) {
            while (plan.next()) {
              String detail = plan.getString("detail");
              if (unwanted.matcher(detail).matches()) {
                scans.add(detail + " in: " + sql);
              }
            }
          }
        }
      }
    }
    return scans;
  }
}
