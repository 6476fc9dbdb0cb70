package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.CatalogueFinder;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.upkeep.Upkeep;

/** A catalogue in which bits have flipped must not lead to anything being destroyed. */
@Tag("plain")
class DestroyingFromTheLogTest {

  private static final String TEXT = "the same in both, and long enough to be worth a record\n";

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void twoFilesOfOneContent() throws Exception {
    desk = new TestDesk(base);
    desk.write("a.txt", TEXT);
    desk.write("b.txt", TEXT);
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private String text(String name) throws IOException {
    return new String(desk.content(desk.life(name), 0), StandardCharsets.UTF_8);
  }

  /** Changes the catalogue behind the desk's back, as a failing drive does. */
  private void flip(String sql) throws Exception {
    desk.closeAsItIs();
    Path file = CatalogueFinder.in(base.resolve("home")).get(0);
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      assertThat(statement.executeUpdate(sql)).as(sql).isPositive();
    }
    desk.restart();
  }

  @Test
  void whatAnotherFileNeedsStays() throws Exception {
    long b = desk.life("b.txt").file().id();
    flip("UPDATE revision SET content = zeroblob(32) WHERE file = " + b);
    var unused = desk.office().erasures().erase(desk.life("a.txt").ref(), Set.of(), "a.txt");
    // What the damaged row says is not there, which is noticed.
    assertThatThrownBy(() -> text("b.txt")).hasMessageContaining("ask once more");
    assertThat(text("b.txt")).isEqualTo(TEXT);
  }

  @Test
  void aFileThatIsOnlyCalledSoByADamagedRowStays() throws Exception {
    FileRef a = desk.life("a.txt").ref();
    FileRef b = desk.life("b.txt").ref();
    // The row says that b is a; the next question meets a row that cannot be read at all, so that
    // the catalogue is read from the log between the two.
    flip(
        "UPDATE state SET path = (SELECT path FROM state AS other WHERE other.file = "
            + a.file()
            + ") WHERE file = "
            + b.file());
    flip("UPDATE revision SET origin = 'x' WHERE file = " + b.file());

    assertThatThrownBy(() -> desk.office().erasures().erase(b, Set.of(), "a.txt"))
        .hasMessageContaining("Nothing was erased");

    assertThat(text("a.txt")).isEqualTo(TEXT);
    assertThat(text("b.txt")).isEqualTo(TEXT);
  }

  @Test
  void aFileIsErasedUnderNoOtherNameThanTheLogHas() throws Exception {
    FileRef b = desk.life("b.txt").ref();
    desk.closeAsItIs();
    Path catalogue = CatalogueFinder.in(base.resolve("home")).get(0);
    String sound = Files.readString(catalogue, StandardCharsets.ISO_8859_1);
    int tried = 0;
    for (int at = sound.indexOf("b.txt"); at >= 0; at = sound.indexOf("b.txt", at + 1)) {
      String flipped = sound.substring(0, at) + "c" + sound.substring(at + 1);
      Files.writeString(catalogue, flipped, StandardCharsets.ISO_8859_1);
      desk.restart();
      assertThatThrownBy(() -> desk.office().erasures().erase(b, Set.of(), "c.txt"))
          .hasMessageContaining("Nothing was erased");
      assertThat(text("b.txt")).isEqualTo(TEXT);
      desk.closeAsItIs();
      tried++;
    }
    // Its row, and the index that finds it.
    assertThat(tried).isGreaterThanOrEqualTo(2);
    desk.restart();
  }

  @Test
  void whatIsHeldStays() throws Exception {
    FileRef a = desk.life("a.txt").ref();
    desk.office().sayings().hold(a, 0, "the lawyer asked for it");
    flip("DELETE FROM held");
    assertThatThrownBy(() -> desk.office().erasures().erase(a, Set.of(), "a.txt"))
        .hasMessageContaining("is held");
    assertThat(text("a.txt")).isEqualTo(TEXT);
  }

  @Test
  void aSheafThatIsInUseIsNotDeletedAsRetired() throws Exception {
    flip("UPDATE sheaf SET retired_at = 1");
    desk.clock().forward(Duration.ofHours(1));
    Upkeep.UpkeepDone done = desk.office().stores().upkeep(desk.shelf().store());
    assertThat(done.deleted()).isZero();
    for (String name : List.of("a.txt", "b.txt")) {
      assertThat(text(name)).isEqualTo(TEXT);
    }
  }
}
