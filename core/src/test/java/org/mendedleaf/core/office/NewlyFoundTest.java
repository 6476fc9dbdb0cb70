package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;

/** What the background watch tells of what it just recorded. */
class NewlyFoundTest {

  @TempDir Path base;
  private final List<String> told = new ArrayList<>();
  private TestDesk desk;
  private NewlyFound found;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 12; i++) {
      desk.write("letters/%02d.txt".formatted(i), "letter %d, as ever\n".formatted(i).repeat(30));
    }
    desk.capture();
    found = new NewlyFound(desk.office(), told::add);
    found.tellOf(desk.shelf());
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private void save(String name, String text) throws Exception {
    desk.write(name, text);
    desk.capture();
    found.tellOf(desk.shelf());
  }

  @Test
  void whatIsSurelyDamagedIsToldOnceAndWhatIsFineNever() throws Exception {
    save("letters/03.txt", "letter 3, as ever\n".repeat(31));
    assertThat(told).isEmpty();
    save("letters/04.txt", "");
    assertThat(told).hasSize(1);
    assertThat(told.get(0)).contains("letters/04.txt looks damaged as it was just saved");
    save("letters/05.txt", "letter 5, as ever\n".repeat(32));
    assertThat(told).hasSize(1);
  }

  @Test
  void manyAtOnceAreToldAsOneThing() throws Exception {
    for (int i = 0; i < 12; i++) {
      Files.delete(desk.file("letters/%02d.txt".formatted(i)));
    }
    save("other.txt", "something else");
    assertThat(told).hasSize(1);
    assertThat(told.get(0)).contains("12 files were removed at once.", "findings mend", "--event");
  }

  @Test
  void whatWasKnownBeforeIsNotToldByAWatchThatBeginsNow() throws Exception {
    save("letters/04.txt", "");
    told.clear();
    found = new NewlyFound(desk.office(), told::add);
    save("letters/05.txt", "letter 5, as ever\n".repeat(32));
    assertThat(told).isEmpty();
  }
}
