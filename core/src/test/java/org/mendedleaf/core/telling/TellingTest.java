package org.mendedleaf.core.telling;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.ShelfAddress;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;

/** What people are told of what was just recorded. */
class TellingTest {

  private record Shown(String title, String text, String address) {}

  @TempDir Path base;
  private final List<Shown> shown = new ArrayList<>();
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < 12; i++) {
      desk.write("letters/%02d.txt".formatted(i), "letter %d, as ever\n".formatted(i).repeat(30));
    }
    desk.capture();
    listen();
    assertThat(tell()).as("the first look").isEmpty();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private void listen() {
    desk.office()
        .telling()
        .through((title, text, address) -> shown.add(new Shown(title, text, address)));
  }

  private List<News> tell() throws Exception {
    desk.office().screenings().screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
    return desk.office().telling().tell(desk.office().shelves().named(desk.shelf().name()));
  }

  private List<News> save(String name, String text) throws Exception {
    desk.write(name, text);
    desk.capture();
    return tell();
  }

  private List<Path> letters() throws Exception {
    Path outbox = desk.office().notices().outbox();
    if (!Files.isDirectory(outbox)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(outbox)) {
      return all.filter(one -> one.toString().endsWith(".eml")).sorted().toList();
    }
  }

  @Test
  void whatIsSurelyDamagedIsToldOnceAndWhatIsFineNever() throws Exception {
    assertThat(save("letters/03.txt", "letter 3, as ever\n".repeat(31))).isEmpty();
    List<News> news = save("letters/04.txt", "");
    assertThat(news).hasSize(1);
    assertThat(news.get(0).line())
        .contains(
            "letters/04.txt looks damaged",
            "it had 540 bytes",
            "first state of",
            "is good",
            "findings Desk");
    FileRef file = desk.life("letters/04.txt").ref();
    assertThat(shown)
        .singleElement()
        .satisfies(
            one -> {
              assertThat(one.title()).startsWith("Desk of home: letters/04.txt");
              assertThat(one.address())
                  .as("its last good state beside what is doubtful")
                  .isEqualTo(new FileAddress(file, Optional.of(0), Optional.of(1)).uri());
            });
    assertThat(save("letters/05.txt", "letter 5, as ever\n".repeat(32))).isEmpty();
    assertThat(shown).hasSize(1);
  }

  @Test
  void whatWasToldIsRememberedOverARestartAndWhatCameMeanwhileIsTold() throws Exception {
    save("letters/04.txt", "");
    desk.write("letters/05.txt", "");
    desk.capture();
    desk.restart();
    shown.clear();
    listen();
    assertThat(tell()).extracting(News::title).containsExactly("letters/05.txt looks damaged");
    assertThat(shown).hasSize(1);
  }

  @Test
  void manyAtOnceAreOneThingAndLeadToTheirShelf() throws Exception {
    for (int i = 0; i < 12; i++) {
      Files.delete(desk.file("letters/%02d.txt".formatted(i)));
    }
    List<News> news = save("other.txt", "something else");
    assertThat(news).hasSize(1);
    assertThat(news.get(0).line())
        .contains("12 files were removed at once", "findings mend", "--event");
    assertThat(ShelfAddress.parse(shown.get(0).address()).orElseThrow())
        .satisfies(
            at ->
                assertThat(desk.office().addresses().shelf(at).id()).isEqualTo(desk.shelf().id()));
  }

  @Test
  void inQuietHoursNothingIsShownAndAtTheirEndWhatStillHolds() throws Exception {
    // The desk's clock begins at eight in the morning, and each capture takes an hour.
    desk.office().telling().quiet(Optional.of(QuietHours.parse("07:00-23:00")));
    assertThat(save("letters/04.txt", "")).hasSize(1);
    save("letters/05.txt", "");
    save("letters/05.txt", "letter 5, as ever\n".repeat(30));
    desk.office().telling().afterQuiet();
    assertThat(shown).isEmpty();
    desk.clock().forward(Duration.ofHours(14));
    desk.office().telling().afterQuiet();
    assertThat(shown)
        .extracting(Shown::title)
        .containsExactly("Desk of home: letters/04.txt looks damaged");
    desk.office().telling().afterQuiet();
    assertThat(shown).hasSize(1);
  }

  @Test
  void muchThatWaitedIsShownAsOne() throws Exception {
    desk.office().telling().quiet(Optional.of(QuietHours.parse("07:00-23:00")));
    for (int i = 0; i < 5; i++) {
      save("letters/%02d.txt".formatted(i), "");
    }
    desk.clock().forward(Duration.ofHours(14));
    desk.office().telling().afterQuiet();
    assertThat(shown)
        .singleElement()
        .satisfies(one -> assertThat(one.title()).isEqualTo("5 matters while it was quiet"));
  }

  @Test
  void whoWorksOnTheShelfGetsALetterWhichGoesWithTheRevision() throws Exception {
    var people = desk.office().recordingAndPeople();
    people.person(desk.shelf(), "Zoë Lund <zoe@loft.example>", Optional.of(Role.MAKER));
    people.person(desk.shelf(), "Priya", Optional.of(Role.LOOKER));
    people.person(desk.shelf(), "maren", Optional.of(Role.KEEPER));
    save("letters/04.txt", "");
    assertThat(letters()).hasSize(1);
    assertThat(Files.readString(letters().get(0)))
        .contains("zoe@loft.example", "letters/04.txt looks damaged", "mended-leaf:")
        .doesNotContain("Priya");
    FileRef file = desk.life("letters/04.txt").ref();
    desk.office().erasures().erase(file, Set.of(1), "04.txt");
    assertThat(letters()).isEmpty();
  }

  @Test
  void anotherDeskOfTheStoreWritesNoSecondLetter() throws Exception {
    desk.office().recordingAndPeople().person(desk.shelf(), "Zoë", Optional.of(Role.KEEPER));
    try (TestDesk other = new TestDesk(base, base.resolve("store"), "home-2")) {
      var elsewhere = other.office().shelves().named(desk.shelf().name());
      assertThat(other.office().telling().tell(elsewhere)).isEmpty();
      save("letters/04.txt", "");
      other.office().screenings().screen(elsewhere.store(), Duration.ofMinutes(1), Progress.NONE);
      assertThat(other.office().telling().tell(elsewhere)).as("it is told there, too").hasSize(1);
      assertThat(other.office().notices().outbox()).doesNotExist();
    }
    assertThat(letters()).hasSize(1);
  }
}
