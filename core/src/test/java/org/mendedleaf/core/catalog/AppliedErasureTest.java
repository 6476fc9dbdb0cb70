package org.mendedleaf.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.CatalogueFinder;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.store.Store;

/**
 * A catalogue to which erasures were applied says what one says that was built from the log after
 * them; and what it says of each file is proven by the log at any time.
 */
@Tag("plain")
class AppliedErasureTest {

  /** Everything that it says, without the numbers of rows. */
  private static final List<String> SAYS =
      List.of(
          """
          SELECT file.id, file.shelf, path.inner, present, last_number, revision.segment,
            revision.line, touched, gone.inner
          FROM file JOIN state ON state.id = file.state JOIN path ON path.id = state.path
          LEFT JOIN path AS gone ON gone.id = gone_from JOIN revision ON revision.id = current""",
          """
          SELECT file, number, segment, line, at, current_from, current_until, path.inner, size,
            modified, mode, owner, file_key, content, levels, link, origin, from_number, desk,
            person, after_removal, saver, saver_source, summary
          FROM revision JOIN path ON path.id = revision.path""",
          """
          SELECT state.file, path.inner, revision.number, state.modified, state.mode, from_at,
            until_at, from_segment, until_segment, above.inner
          FROM state JOIN path ON path.id = state.path JOIN revision ON revision.id = revision
          LEFT JOIN path AS above ON above.id = path.folder""",
          """
          SELECT path.shelf, path.inner, above.inner FROM path
          LEFT JOIN path AS above ON above.id = path.folder""",
          "SELECT inner, file FROM former JOIN path ON path.id = former.path",
          "SELECT name, file FROM saved JOIN saver ON saver.id = saved.saver",
          "SELECT name FROM saver",
          "SELECT * FROM receipt_item",
          """
          SELECT file, number, text, note.at, note.person, note.segment
          FROM note JOIN revision ON revision.id = note.revision""",
          "SELECT file, number, good.at, good.person FROM good JOIN revision ON id = revision",
          "SELECT file, number, why, held.at FROM held JOIN revision ON id = revision",
          "SELECT file, letter, revision IS NULL, at, person FROM issue",
          "SELECT * FROM erased",
          "SELECT * FROM described",
          "SELECT * FROM segment",
          "SELECT * FROM shelf",
          "SELECT name FROM sheaf WHERE retired_at IS NULL",
          """
          SELECT chunk.id, name, offset, length, start, size, depth
          FROM chunk JOIN record ON record.id = chunk.record
          JOIN sheaf ON sheaf.id = record.sheaf""",
          "SELECT id, uses, parts, named FROM need WHERE uses > 0 OR parts > 0 OR named > 0",
          "SELECT hex(content), segment, line FROM naming",
          "SELECT file, segment, line, counted FROM mention",
          "SELECT file, lines, sum FROM mentions",
          "SELECT content, levels, known FROM counted",
          "SELECT * FROM folder_move",
          // Paths of one name may share its place in the index.
          "SELECT 'parts of names', term FROM temp.of_name_part",
          "SELECT 'words of names', term FROM temp.of_name_word");

  static LongStream seeds() {
    return Seeds.of(5);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void sameAsBuiltAnew(long seed) throws Exception {
    Path base = Files.createTempDirectory("applied");
    try {
      try (TestDesk one = new TestDesk(base);
          TestDesk two = new TestDesk(base, base.resolve("store"), "two")) {
        Random random = new Random(seed);
        begin(one, random);
        begin(two, random);
        for (int acts = 10 + random.nextInt(20); acts > 0; acts--) {
          int act = random.nextInt(2000);
          TestDesk desk = act % 2 == 0 ? one : two;
          if (act >= 1700) {
            moveMany(desk, act);
          } else if (act >= 1000) {
            say(desk, act);
            erase(desk, act);
          } else {
            RandomActs.act(desk, act, random);
          }
        }
        one.capture();
        two.capture();
        one.capture();
      }
      for (String home : List.of("home", "two")) {
        for (Path file : CatalogueFinder.in(base.resolve(home))) {
          assertThat(file.toString()).as("it was never built anew").doesNotMatch(".*\\.\\d+");
          prove(base.resolve("store"), file);
          Map<String, List<String>> applied = says(file);
          Path anew = base.resolve("anew-" + home + ".sqlite");
          try (Store store = open(base.resolve("store"))) {
            Catalogue.open(store, anew).close();
          }
          Map<String, List<String>> built = says(anew);
          for (String query : SAYS) {
            assertThat(applied.get(query)).as(query).isEqualTo(built.get(query));
          }
        }
      }
    } finally {
      RandomActs.delete(base);
    }
  }

  private static void begin(TestDesk desk, Random random) throws IOException {
    var unusedShelf = desk.office().recordingAndPeople().stages(desk.shelf(), true);
    for (int i = 0; i < 70; i++) {
      desk.write((i % 2 == 0 ? "many/deep/f" : "many/f") + i, "of many: " + i);
    }
    for (int round = 0; round < 3; round++) {
      for (String name : RandomActs.NAMES.subList(0, 4)) {
        desk.write(name, "the same in all of them\n".repeat(40) + random.nextInt(50));
      }
      byte[] large = new byte[3 << 20];
      new Random(random.nextInt(3)).nextBytes(large);
      large[round] = 1;
      desk.write("large.bin", large);
      desk.capture();
    }
  }

  /** So many that the log says in one line that their folder moved. */
  private static void moveMany(TestDesk desk, int act) throws IOException {
    Path to = desk.file(act % 3 == 0 ? "many" : act % 3 == 1 ? "in/many" : "many in/b/c");
    for (String from : List.of("many", "in/many", "many in/b/c")) {
      if (Files.exists(desk.file(from)) && !Files.exists(to)) {
        Files.createDirectories(to.getParent());
        Files.move(desk.file(from), to);
        if (act % 5 == 0) {
          Files.writeString(to.resolve("f7"), "changed on the way " + act);
        }
        if (act % 7 == 0) {
          Path one = to.resolve("deep/f" + act % 35 * 2);
          if (Files.exists(one)) {
            Files.move(one, desk.file("of many " + act));
          }
          Files.createDirectories(desk.file(from));
          Files.writeString(desk.file(from).resolve("f1"), "another");
        }
        desk.capture();
      }
    }
  }

  private static void say(TestDesk desk, int act) throws IOException {
    FileLife life = any(desk, act / 3);
    if (life == null) {
      return;
    }
    int revision = life.newest().number();
    boolean issued = life.marks(life.newest()).issue().isPresent();
    switch (issued && act % 4 == 2 ? 0 : act % 4) {
      case 0 -> desk.office().sayings().note(life.ref(), revision, "a note " + act);
      case 1 -> desk.office().sayings().good(life.ref(), revision, true);
      case 2 -> desk.office().sayings().issue(life.ref(), revision);
      default -> {
        desk.office().sayings().hold(life.ref(), revision, "why " + act);
        desk.office().sayings().release(life.ref(), revision);
      }
    }
  }

  private static FileLife any(TestDesk desk, int choice) throws IOException {
    List<String> names = new ArrayList<>(RandomActs.NAMES);
    names.add("large.bin");
    for (String many : List.of("many", "in/many", "many in/b/c")) {
      names.addAll(List.of(many + "/f7", many + "/f11", many + "/deep/f8", many + "/f1"));
    }
    for (int i = 0; i < names.size(); i++) {
      try {
        return desk.life(names.get((choice + i) % names.size()));
      } catch (SentenceException e) {
        // It was never there, or is erased.
      }
    }
    return null;
  }

  private static void erase(TestDesk desk, int act) throws IOException {
    FileLife life = any(desk, act);
    if (life == null) {
      return;
    }
    List<Revision> all = life.revisions();
    Set<Integer> numbers = act % 3 == 0 ? Set.of() : Set.of(all.get(act / 7 % all.size()).number());
    var unused = desk.office().erasures().erase(life.ref(), numbers, life.file().path().name());
  }

  private static Store open(Path folder) throws IOException {
    return Store.open(folder, LocalDurability.probe(folder), new SecureRandom(), Encrypting.ring());
  }

  /** The file is named as catalogues of the home are, so the newest generation is opened. */
  private static void prove(Path folder, Path file) throws IOException {
    Path first = Path.of(file.toString().replaceAll("\\.\\d+$", ""));
    try (Store store = open(folder);
        Catalogue catalogue = Catalogue.open(store, first)) {
      int proven =
          catalogue.proving(
              proof -> {
                proof.settings();
                AtomicInteger lines = new AtomicInteger();
                proof.files(
                    LongStream.rangeClosed(1, catalogue.files().lastFile()).boxed().toList(),
                    (id, all) -> lines.addAndGet(all.size()));
                assertThat(proof.unused()).isNotNull();
                return lines.get();
              });
      assertThat(proven).isPositive();
    }
  }

  private static Map<String, List<String>> says(Path file) throws Exception {
    Map<String, List<String>> says = new LinkedHashMap<>();
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      for (String table : List.of("name_part", "name_word")) {
        statement.execute(
            "CREATE VIRTUAL TABLE temp.of_%1$s USING fts5vocab('main', '%1$s', 'row')"
                .formatted(table));
      }
      for (String query : SAYS) {
        List<String> rows = new ArrayList<>();
        try (ResultSet row = statement.executeQuery(query)) {
          while (row.next()) {
            StringBuilder text = new StringBuilder();
            for (int i = 1; i <= row.getMetaData().getColumnCount(); i++) {
              Object value = row.getObject(i);
              text.append(value instanceof byte[] b ? HexFormat.of().formatHex(b) : value);
              text.append(" | ");
            }
            rows.add(text.toString());
          }
        }
        rows.sort(null);
        says.put(query, rows);
      }
    }
    return says;
  }
}
