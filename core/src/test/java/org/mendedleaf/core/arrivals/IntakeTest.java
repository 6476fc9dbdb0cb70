package org.mendedleaf.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;

/** Bringing files in from outside: suggested, guarded, recorded, taken back. */
class IntakeTest {

  private static final String GUIDE = text("laminate", 60);
  private static final String LIST = text("genoa panel", 60);

  @TempDir Path base;
  private TestDesk desk;
  private Path outside;

  @BeforeEach
  void aShelfAndAFolderOutside() throws Exception {
    desk = new TestDesk(base);
    desk.write("guides/Care guide.txt", GUIDE);
    desk.write("plans/Genoa list.txt", LIST);
    desk.capture();
    outside = Files.createDirectories(base.resolve("outside"));
    desk.clock().forward(Duration.ofHours(2));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private static String text(String about, int lines) {
    return IntStream.range(0, lines)
        .mapToObj(i -> "%s %d measures %d".formatted(about, i, (i * 7919 + about.hashCode()) % 977))
        .collect(Collectors.joining("\n", "", "\n"));
  }

  private Path arrival(String name, String text) throws Exception {
    Path file = outside.resolve(name);
    Files.writeString(file, text);
    return file;
  }

  private Intake intake() {
    return desk.office().intake();
  }

  private Suggestion suggestion(Path file) throws Exception {
    return intake().suggest(List.of(file), Progress.NONE).get(0);
  }

  @Test
  void anEditionUnderAnotherNameBecomesTheNextRevisionInItsPlace() throws Exception {
    Path arrival =
        arrival("care_guide final (1).txt", GUIDE.replace("laminate 3 ", "laminate 3b "));
    Suggestion suggestion = suggestion(arrival);
    FileRef guide = desk.life("guides/Care guide.txt").ref();
    assertThat(suggestion.first().orElseThrow().candidate().file()).isEqualTo(guide);
    assertThat(suggestion.doubts()).isEmpty();
    desk.write("guides/Care guide.txt", "saved and not captured yet");

    Intake.TakenIn done = intake().bringIn(arrival, guide, "from the supplier", false);

    assertThat(desk.file("guides/Care guide.txt")).hasSameTextualContentAs(arrival);
    assertThat(arrival).exists();
    FileLife life = desk.life("guides/Care guide.txt");
    assertThat(life.revisions())
        .extracting(Revision::origin)
        .containsExactly(Origin.CAPTURE, Origin.CAPTURE, Origin.BRING_IN);
    Revision made = life.newest();
    assertThat(life.marks(made).note().orElseThrow().text()).isEqualTo("from the supplier");
    Arrived from = life.marks(made).arrived().orElseThrow();
    assertThat(from.name()).isEqualTo("care_guide final (1).txt");
    assertThat(from.folder()).isEqualTo(outside.toString());
    desk.capture();
    assertThat(desk.life("guides/Care guide.txt").revisions()).hasSize(3);

    desk.office().files().undo(guide.store(), done.brought().act());
    assertThat(desk.file("guides/Care guide.txt")).hasContent("saved and not captured yet");
  }

  @Test
  void aNewFileIsPutInItsPlaceAndUndoneByTakingItAway() throws Exception {
    Path arrival = arrival("stranger.txt", text("mast inspection", 50));
    assertThat(suggestion(arrival).matches()).isEmpty();
    Intake.TakenIn done =
        intake().bringInNew(arrival, desk.shelf(), new InnerPath("new/Mast.txt"), "", true);
    assertThat(done.cleared()).isTrue();
    assertThat(arrival).doesNotExist();
    assertThat(desk.life("new/Mast.txt").newest().number()).isEqualTo(1);
    desk.office().files().undo(desk.shelf().store(), done.brought().act());
    assertThat(desk.file("new/Mast.txt")).doesNotExist();
    assertThatThrownBy(
            () ->
                intake()
                    .bringInNew(
                        arrival("x.txt", "x"),
                        desk.shelf(),
                        new InnerPath("guides/Care guide.txt"),
                        "",
                        false))
        .hasMessageContaining("There is a file guides/Care guide.txt already");
  }

  @Test
  void whatIsThereAlreadyIsSaidAndNotStoredTwice() throws Exception {
    Path arrival = arrival("Care guide (2).txt", GUIDE);
    Suggestion.SameAs same = suggestion(arrival).same().orElseThrow();
    assertThat(same.current()).isTrue();
    assertThatThrownBy(() -> intake().bringIn(arrival, same.file(), "", false))
        .hasMessageContaining("is exactly the first state");
    assertThat(desk.life("guides/Care guide.txt").revisions()).hasSize(1);
    desk.write("guides/Care guide.txt", "ruined");
    desk.capture();
    Suggestion.SameAs earlier = suggestion(arrival).same().orElseThrow();
    assertThat(earlier.current()).isFalse();
    assertThat(intake().bringIn(arrival, earlier.file(), "", false).brought().from()).hasValue(0);
  }

  @Test
  void theGuardSaysWhatSpeaksAgainstIt() throws Exception {
    FileRef guide = desk.life("guides/Care guide.txt").ref();
    assertThat(doubts(arrival("Care guide.txt", LIST.replace("panel 4 ", "panel 4c ")), guide))
        .hasAtLeastOneElementOfType(Doubt.BelongsElsewhere.class);
    assertThat(doubts(arrival("Care guide.txt", ""), guide))
        .hasAtLeastOneElementOfType(Doubt.Broken.class);
    assertThat(doubts(arrival("Care guide.txt", GUIDE.substring(0, GUIDE.length() / 2)), guide))
        .hasAtLeastOneElementOfType(Doubt.OnlyABeginning.class);
    assertThat(doubts(arrival("Care guide.pdf", GUIDE), guide))
        .hasAtLeastOneElementOfType(Doubt.NameSaysOtherKind.class);
    Path old = arrival("Care guide.txt", GUIDE.replace("laminate 3 ", "laminate 3b "));
    Files.setLastModifiedTime(old, FileTime.from(Instant.parse("2020-01-01T00:00:00Z")));
    assertThat(doubts(old, guide)).hasOnlyElementsOfType(Doubt.Older.class);
    assertThat(doubts(arrival("Care guide.txt", GUIDE.replace("laminate 3 ", "leaf ")), guide))
        .isEmpty();
  }

  private List<Doubt<FileRef>> doubts(Path arrival, FileRef onto) throws Exception {
    return intake().doubts(arrival, onto, Progress.NONE);
  }

  @Test
  void aFolderIsBroughtInFileByFile() throws Exception {
    Path folder = Files.createDirectories(outside.resolve("batch/inner"));
    Files.writeString(folder.resolve("a.txt"), "a");
    Files.writeString(outside.resolve("batch/b.txt"), "b");
    assertThat(intake().files(List.of(outside.resolve("batch"))))
        .containsExactly(outside.resolve("batch/b.txt"), folder.resolve("a.txt"));
    assertThatThrownBy(() -> intake().files(List.of(outside.resolve("gone"))))
        .hasMessageContaining("There is no file");
  }

  @Test
  void whatIsNewInAFolderBelongsBesideTheFilesOfThatFolder() throws Exception {
    Path batch = outside.resolve("from the printer");
    Files.createDirectories(batch.resolve("guides/new ones"));
    Files.writeString(batch.resolve("guides/Care guide.txt"), GUIDE + "one more line\n");
    Path fresh = batch.resolve("guides/new ones/Varnish.txt");
    Files.writeString(fresh, text("quite something else", 30));
    Path alone = arrival("Varnish.txt", text("nothing that is known", 30));

    List<Path> given = List.of(batch, alone);
    List<Suggestion> suggestions = intake().suggest(intake().files(given), Progress.NONE);

    assertThat(intake().newPlaces(given, suggestions))
        .hasEntrySatisfying(
            fresh,
            place ->
                assertThat(place.path()).isEqualTo(new InnerPath("guides/new ones/Varnish.txt")))
        .doesNotContainKey(alone);
  }

  /** Chosen in any order; what was saved last is what lies there in the end. */
  @Test
  void severalForOneFileComeInByTheirTimesAndGoTogether() throws Exception {
    FileRef guide = desk.life("guides/Care guide.txt").ref();
    Path newest = arrival("c.txt", "third edition");
    Path oldest = arrival("a.txt", "first edition");
    Path middle = arrival("b.txt", "second edition");
    Path fresh = arrival("new.txt", "brand new");
    Files.setLastModifiedTime(oldest, FileTime.from(Instant.parse("2026-01-01T10:00:00Z")));
    Files.setLastModifiedTime(middle, FileTime.from(Instant.parse("2026-01-02T10:00:00Z")));
    Files.setLastModifiedTime(newest, FileTime.from(Instant.parse("2026-01-03T10:00:00Z")));
    String before = Files.readString(desk.file("guides/Care guide.txt"));
    List<Intake.Wish> wishes = new ArrayList<>();
    for (Path one : List.of(newest, oldest, middle)) {
      wishes.add(
          new Intake.Wish(
              one,
              desk.shelf(),
              OptionalLong.of(guide.file()),
              new InnerPath("guides/Care guide.txt"),
              ""));
    }
    wishes.add(
        new Intake.Wish(fresh, desk.shelf(), OptionalLong.empty(), new InnerPath("new.txt"), ""));

    List<Intake.TakingInEnded> ended = intake().bringInAll(wishes, false);

    assertThat(desk.file("guides/Care guide.txt")).hasContent("third edition");
    int first = ended.get(1).done().orElseThrow().brought().revision();
    assertThat(ended.get(2).done().orElseThrow().brought().revision()).isEqualTo(first + 1);
    assertThat(ended.get(0).done().orElseThrow().brought().revision()).isEqualTo(first + 2);
    assertThat(desk.content(desk.life("guides/Care guide.txt"), first + 1))
        .asString()
        .isEqualTo("second edition");
    long act = ended.get(0).done().orElseThrow().brought().act();
    assertThat(ended).allMatch(one -> one.done().orElseThrow().brought().act() == act);

    desk.office().recoveries().undo(guide.store(), act, Progress.NONE);
    assertThat(desk.file("guides/Care guide.txt")).hasContent(before);
    assertThat(desk.file("new.txt")).doesNotExist();
  }

  @Test
  void aPlaceThatLeadsOutOfTheShelfIsRefused() throws Exception {
    for (String place : List.of("../x.txt", "in/../../x.txt", "./x.txt", "in//x.txt")) {
      assertThatThrownBy(
              () ->
                  intake()
                      .bringInNew(
                          arrival("x.txt", "x"), desk.shelf(), new InnerPath(place), "", false))
          .hasMessageContaining("no place on a shelf");
    }
  }
}
