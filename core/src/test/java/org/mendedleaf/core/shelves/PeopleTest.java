package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Copies;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

class PeopleTest {

  private static final Path MATRIX = Path.of("../docs/people.md");

  @TempDir Path root;
  private Path base;
  private TestDesk desk;
  private FileRef file;

  @BeforeEach
  void aShelfWithOneOfEach() throws IOException {
    base = Files.createTempDirectory(root, "desk");
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.write("gone.csv", "gone");
    desk.capture();
    desk.write("list.csv", "two");
    Files.delete(desk.file("gone.csv"));
    desk.capture();
    file = desk.office().addresses().file(desk.shelf().name() + ":list.csv", base);
    RecordingAndPeople care = desk.office().recordingAndPeople();
    care.person(desk.shelf(), "teo", Optional.of(Role.MAKER));
    care.person(desk.shelf(), "juno", Optional.of(Role.LOOKER));
  }

  @AfterEach
  void close() throws IOException {
    desk.close();
  }

  /** An act of the table, as the person of this office. */
  private interface Deed {
    void by(Office office) throws IOException;
  }

  private Map<String, Deed> deeds() throws IOException {
    Shelf shelf = desk.shelf();
    Tray.Entry first =
        new Tray.Entry(shelf.store(), shelf.id(), new Pick.OfRevision(file.file(), 0));
    Path arrival = Files.writeString(base.resolve("arrival.csv"), "three");
    Map<String, Deed> deeds = new LinkedHashMap<>();
    deeds.put("look, search, compare", office -> office.files().life(file));
    deeds.put(
        "copy out",
        office ->
            office
                .recoveries()
                .run(
                    new Tray(
                        List.of(first),
                        Handling.IN_PLACE.to(new Destination.Folder(base.resolve("out")))),
                    Progress.NONE));
    deeds.put("rehearse an erasure", office -> office.erasures().rehearse(file, Set.of(0)));
    deeds.put("capture", office -> office.shelves().capture(shelf, false, Progress.NONE));
    deeds.put("note", office -> office.sayings().note(file, 0, "said"));
    deeds.put("known good", office -> office.sayings().good(file, 0, true));
    deeds.put(
        "describe",
        office -> office.sayings().describe(file, new Description("a list", "", List.of())));
    deeds.put("bring in", office -> office.intake().bringIn(arrival, file, "", false));
    deeds.put(
        "gather copies",
        office -> {
          desk.write("list copy.csv", "three");
          List<InnerPath> copies =
              List.of(new InnerPath("list.csv"), new InnerPath("list copy.csv"));
          office
              .gatherings()
              .gather(shelf, List.of(new Copies(copies.get(0), copies)), Progress.NONE);
        });
    deeds.put("mend", office -> office.files().mend(file, 0));
    deeds.put(
        "recover in place",
        office ->
            office.recoveries().run(new Tray(List.of(first), Handling.IN_PLACE), Progress.NONE));
    deeds.put(
        "bring back",
        office ->
            office
                .lostAndFound()
                .bringBack(office.lostAndFound().all(), Optional.empty(), Progress.NONE));
    deeds.put(
        "undo",
        office -> {
          long act = desk.office().files().mend(file, 0).act();
          office.files().undo(file.store(), act);
        });
    deeds.put(
        "remove",
        office ->
            office.recoveries().remove(shelf, List.of(new InnerPath("list.csv")), Progress.NONE));
    deeds.put(
        "snapshot",
        office -> office.snapshots().take(shelf, InnerPath.ROOT, "label", "", Progress.NONE));
    deeds.put("hold", office -> office.sayings().hold(file, 0, "why"));
    deeds.put(
        "issue",
        office -> {
          desk.office().recordingAndPeople().stages(shelf, true);
          office.sayings().issue(file, 1);
        });
    deeds.put(
        "lift a hold",
        office -> {
          desk.office().sayings().hold(file, 0, "why");
          office.sayings().release(file, 0);
        });
    deeds.put(
        "let a snapshot go",
        office -> {
          var taken =
              desk.office().snapshots().take(shelf, InnerPath.ROOT, "label", "", Progress.NONE);
          office.snapshots().unlabel(shelf.store(), taken.snapshot());
        });
    deeds.put("erase", office -> office.erasures().erase(file, Set.of(0), "list.csv"));
    deeds.put(
        "thin",
        office -> {
          var unused =
              desk.office()
                  .plans()
                  .choose(
                      shelf,
                      ReadyPlans.named("Archive", ZoneOffset.UTC, DayOfWeek.MONDAY).orElseThrow());
          assertThat(office.thinnings().thin(shelf, false).did().stays()).isPositive();
        });
    deeds.put("people", office -> office.recordingAndPeople().others(shelf, Role.LOOKER));
    deeds.put(
        "recording on or paused", office -> office.recordingAndPeople().recording(shelf, false));
    deeds.put("leave out", office -> office.recordingAndPeople().leaveOut(shelf, List.of("*.tmp")));
    deeds.put(
        "care plan",
        office ->
            office
                .plans()
                .choose(
                    shelf,
                    ReadyPlans.named("Archive", ZoneOffset.UTC, DayOfWeek.MONDAY).orElseThrow()));
    deeds.put("tell stages", office -> office.recordingAndPeople().stages(shelf, true));
    deeds.put(
        "let same-named arrivals in automatically",
        office -> office.recordingAndPeople().admits(shelf, true));
    deeds.put("require notes", office -> office.recordingAndPeople().noteRequired(shelf, true));
    return deeds;
  }

  private record Line(String act, Map<String, Boolean> may) {}

  private static List<Line> matrix() throws IOException {
    return Files.readAllLines(MATRIX).stream()
        .filter(line -> line.startsWith("| ") && (line.contains(" yes ") || line.contains(" no ")))
        .map(line -> Arrays.stream(line.split("\\|")).map(String::strip).toList())
        .map(
            cells ->
                new Line(
                    cells.get(1),
                    Map.of(
                        "juno", cells.get(2).equals("yes"),
                        "teo", cells.get(3).equals("yes"),
                        "maren", cells.get(4).equals("yes"))))
        .toList();
  }

  @Test
  void theMatrixHasEveryActAndTheTestHasEveryLine() throws IOException {
    assertThat(matrix()).extracting(Line::act).containsExactlyElementsOf(deeds().keySet());
  }

  @TestFactory
  Stream<DynamicTest> everyLineOfTheMatrixHolds() throws IOException {
    return matrix().stream()
        .flatMap(
            line ->
                Stream.of("juno", "teo", "maren")
                    .map(
                        person ->
                            DynamicTest.dynamicTest(
                                line.act() + " by " + person,
                                () -> holds(line.act(), person, line.may().get(person)))));
  }

  private void holds(String act, String person, boolean may) throws IOException {
    close();
    // Each line begins with a desk of its own.
    aShelfWithOneOfEach();
    Deed deed = deeds().get(act);
    Office office = desk.office().actingAs(person);
    if (may) {
      deed.by(office);
      return;
    }
    String lying = Files.readString(desk.file("list.csv"));
    assertThatThrownBy(() -> deed.by(office))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining(person)
        .hasMessageContaining("maren")
        .hasMessageContaining("Nothing was changed");
    assertThat(desk.office().stores().ledger(file.store()).stream().map(entry -> entry.by()))
        .as("nothing was done")
        .doesNotContain(person);
    if (!act.equals("undo")) {
      assertThat(desk.file("list.csv")).hasContent(lying);
    }
  }

  @Test
  void theLastKeeperStays() {
    assertThatThrownBy(
            () ->
                desk.office()
                    .recordingAndPeople()
                    .person(desk.shelf(), "maren", Optional.of(Role.MAKER)))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("nobody would keep the shelf");
  }

  @Test
  void whoIsNotNamedHasTheRoleOfTheOthers() throws IOException {
    Office stranger = desk.office().actingAs("somebody else");
    stranger.files().mend(file, 0);
    desk.office().recordingAndPeople().others(desk.shelf(), Role.LOOKER);
    assertThatThrownBy(() -> stranger.files().mend(file, 1))
        .hasMessageContaining("Who may: maren, teo.");
  }

  @Test
  void peopleAreTheSameOnAnotherDeskAndAfterARebuild() throws IOException {
    desk.office().stores().rebuild(file.store());
    assertThat(
            desk.office().shelves().named(desk.shelf().name()).settings().people().roleOf("juno"))
        .isEqualTo(Role.LOOKER);
    assertThat(desk.office().recordingAndPeople().known(desk.shelf()))
        .contains("juno", "maren", "teo");
  }
}
