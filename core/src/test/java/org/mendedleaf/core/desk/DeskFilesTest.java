package org.mendedleaf.core.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;

/** A desk whose files were cut, emptied or mixed up goes on, or says which file it is. */
class DeskFilesTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
    desk.write("a.txt", "one");
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "null", "{", "{\"desk\":\"0011\"", "{\"desk\":null}", "[]", "\0\0\0"})
  void aDamagedDeskFileGivesWayToItsCopy(String text) throws Exception {
    Files.writeString(base.resolve("home/desk.json"), text);
    desk.restart();
    assertThat(desk.office().shelves().all()).hasSize(1);
    desk.write("a.txt", "two");
    desk.capture();
    assertThat(desk.life("a.txt").revisions()).hasSize(2);
  }

  @Test
  void twoDamagedOnesAreOnePlainSentence() throws Exception {
    Files.writeString(base.resolve("home/desk.json"), "{");
    Files.writeString(base.resolve("home/desk.json.copy"), "{");
    assertThatThrownBy(() -> desk.restart())
        .isInstanceOf(DamagedDeskFileException.class)
        .hasMessageContaining("desk.json is damaged")
        .hasMessageContaining("is safe");
    Files.delete(base.resolve("home/desk.json"));
    Files.delete(base.resolve("home/desk.json.copy"));
  }

  @Test
  void aCutTrayOrPlanKeepsNoPageFromOpening() throws Exception {
    Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.At(desk.clock().instant()));
    desk.office().recoveries().keep(desk.tray(Handling.IN_PLACE, all));
    Files.writeString(base.resolve("home/tray.json"), "{\"entries\":[{\"sto");
    assertThat(desk.office().recoveries().kept().entries()).isEmpty();

    Files.createDirectories(base.resolve("home/recoveries"));
    Files.writeString(base.resolve("home/recoveries/0123456789ab.json"), "{\"entries\":[");
    Files.writeString(base.resolve("home/recoveries/0123456789ab-0.plan"), "{\"targ");
    assertThat(desk.office().recoveries().unfinished()).isEmpty();
  }

  @Test
  void everythingThatADeskKeepsIsItsOwnersAlone() throws Exception {
    desk.office().arrivals().add(base);
    try (Stream<Path> all = Files.walk(base.resolve("home"))) {
      List<String> open =
          all.filter(one -> !isPrivate(one)).map(one -> base.relativize(one).toString()).toList();
      assertThat(open).isEmpty();
    }
  }

  private static boolean isPrivate(Path path) {
    try {
      String mode = PosixFilePermissions.toString(Files.getPosixFilePermissions(path));
      return mode.endsWith("------");
    } catch (java.io.IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
