package org.mendedleaf.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.tray.RunReceipt;

/** What waits in folders in which files arrive, and what a shelf admits automatically. */
class ArrivalFoldersTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path mail;

  @BeforeEach
  void aFolderInWhichFilesArrive() throws Exception {
    desk = new TestDesk(base);
    stands("guides/Care guide.txt", guide("soap"));
    stands("guides/Price list.csv", "cloth,each\nC7,12\nC9,14\nWebbing,3\n");
    desk.capture();
    mail = Files.createDirectories(base.resolve("mail"));
    arrivals().add(mail);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private ArrivalFolders arrivals() {
    return desk.office().arrivals();
  }

  private static String guide(String with) {
    return IntStream.range(0, 60)
        .mapToObj(i -> "%d: rinse panel %d with %s".formatted(i, i * 31 % 17, with))
        .collect(Collectors.joining("\n", "Care guide\n", "\n"));
  }

  private void stands(String name, String text) throws Exception {
    Path file = desk.write(name, text);
    Files.setLastModifiedTime(
        file, FileTime.from(desk.clock().instant().minus(Duration.ofDays(1))));
  }

  private Path arrives(String name, String text, int minutesAgo) throws Exception {
    Path file = Files.writeString(mail.resolve(name), text);
    Files.setLastModifiedTime(
        file, FileTime.from(desk.clock().instant().minus(Duration.ofMinutes(minutesAgo))));
    return file;
  }

  private List<String> waiting() throws Exception {
    return arrivals().waiting().stream().map(one -> one.file().getFileName().toString()).toList();
  }

  @Test
  void theNewestComesFirstDoublesAreFoldedAndUnfinishedOnesDoNotWait() throws Exception {
    arrives("old.txt", "one", 60);
    arrives("new.txt", "other", 5);
    arrives("old (1).txt", "one", 30);
    arrives("half.part", "half", 1);
    arrives(".hidden", "hidden", 1);
    arrives("years ago.txt", "years", 60 * 24 * 90);
    Files.createDirectory(mail.resolve("folder"));
    assertThat(waiting()).containsExactly("new.txt", "old (1).txt");
    assertThat(arrivals().waiting().get(1).doubles()).containsExactly(mail.resolve("old.txt"));
  }

  @Test
  void whatWasDismissedDoesNotComeBackUntilItIsSavedAgain() throws Exception {
    Path file = arrives("letter to the insurer.txt", "one", 60);
    arrives("letter to the insurer (1).txt", "one", 70);
    arrivals().dismiss(List.of(file));
    desk.restart();
    assertThat(waiting()).isEmpty();
    assertThat(Files.readString(desk.office().settings().home().resolve("arrivals.json")))
        .doesNotContain("insurer");
    arrives("letter to the insurer.txt", "two", 2);
    assertThat(waiting()).containsExactly("letter to the insurer.txt");
  }

  @Test
  void aFolderThatIsAwayIsPassedOverAndOneThatIsNoneIsRefused() throws Exception {
    Path other = Files.createDirectory(base.resolve("other"));
    arrivals().add(other);
    arrives("a.txt", "a", 5);
    Files.delete(other);
    assertThat(waiting()).containsExactly("a.txt");
    arrivals().remove(other);
    assertThat(arrivals().folders()).containsExactly(mail);
    assertThatThrownBy(() -> arrivals().add(other)).hasMessageContaining("There is no folder");
    assertThatThrownBy(() -> arrivals().remove(other)).hasMessageContaining("Nothing was changed");
  }

  private Optional<Intake.TakenIn> admit(Path file) throws Exception {
    Intake intake = desk.office().intake();
    return intake.admit(intake.suggest(List.of(file), Progress.NONE).get(0));
  }

  @Test
  void aSameNamedArrivalComesInAutomaticallyWhereTheShelfAdmitsIt() throws Exception {
    Path edition = arrives("care guide.TXT", guide("soap").replace("3: ", "three: "), 0);
    assertThat(admit(edition)).as("nobody has said so").isEmpty();
    desk.office().recordingAndPeople().admits(desk.shelf(), true);
    Intake.TakenIn done = admit(edition).orElseThrow();
    assertThat(desk.file("guides/Care guide.txt")).hasSameTextualContentAs(edition);
    RunReceipt receipt =
        desk.office().recoveries().receipt(done.file().store(), done.brought().act());
    assertThat(receipt.lines()).hasSize(1);
    assertThat(receipt.lines().get(0).item().target()).endsWith("Care guide.txt");
    desk.office().files().undo(done.file().store(), done.brought().act());
    assertThat(desk.file("guides/Care guide.txt")).hasContent(guide("soap"));
  }

  @Test
  void aPersonIsAskedWhereAnythingSpeaksAgainstIt() throws Exception {
    desk.office().recordingAndPeople().admits(desk.shelf(), true);
    assertThat(admit(arrives("Care guide.txt", "", 0))).as("empty").isEmpty();
    assertThat(admit(arrives("Care guide v2.txt", guide("soap") + "more\n", 0)))
        .as("another name")
        .isEmpty();
    assertThat(admit(arrives("Price list.csv", guide("soap").replace("4: ", "four: "), 0)))
        .as("another file's content")
        .isEmpty();
    stands("old guides/Care guide.txt", guide("soap").replace("9: ", "nine: "));
    desk.capture();
    assertThat(admit(arrives("Care guide.txt", guide("soap") + "more\n", 0)))
        .as("two files of that name")
        .isEmpty();
    desk.office().recordingAndPeople().noteRequired(desk.shelf(), true);
    assertThat(admit(arrives("Price list.csv", "cloth,each\nC7,12\nC9,15\nWebbing,3\n", 0)))
        .as("a note is required")
        .isEmpty();
  }
}
