package org.mendedleaf.desktop.today;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.isNull;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.today.TodayPresenter.TodayLine;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** What needs a person today, and where the step beside it leads. */
class TodayPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private TodayPresenter presenter;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "one");
    desk.write("plan.txt", "two");
    desk.capture();
    presenter = new TodayPresenter(InTurn.of(desk, navigator));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<TodayLine> needs() {
    presenter.refresh();
    return presenter.linesProperty().get().needs();
  }

  @Test
  void aShelfThatIsNotRecordedIsSaidInRustAndLeadsToItsRecording() throws Exception {
    assertThat(needs()).noneMatch(line -> line.words().contains("not recorded"));
    var unused = desk.office().recordingAndPeople().recording(desk.shelf(), false);
    TodayLine off =
        needs().stream()
            .filter(line -> line.words().contains(desk.shelf().name()))
            .filter(line -> line.style().equals("rust"))
            .findFirst()
            .orElseThrow();
    off.follow();
    verify(navigator).go(any(Place.RecordingOf.class));
  }

  @Test
  void whatWasSavedSinceYesterdayIsToldAndLeadsToTheShelfAsItWas() throws Exception {
    desk.clock().forward(Duration.ofHours(30));
    desk.write("list.csv", "one, changed");
    desk.capture();
    presenter.refresh();
    TodayLine told = presenter.linesProperty().get().happened().get(0);
    assertThat(told.words()).startsWith(desk.shelf().name() + ": ").contains("saved");
    told.follow();
    verify(navigator).go(any(Place.ShelfAt.class));
  }

  private void safeguards(String least, String delay) throws Exception {
    var unused =
        desk.office()
            .safeguards()
            .set(
                desk.shelf().store(),
                new Safeguards.ChosenSafeguards(Span.parse(least), Span.parse(delay)));
  }

  private TodayLine line(String words) {
    return needs().stream()
        .filter(line -> line.words().contains(words))
        .findFirst()
        .orElseThrow(() -> new AssertionError(words + " is not among " + needs()));
  }

  @Test
  void anErasureThatWasAskedForIsToldAndCalledOffFromHere() throws Exception {
    safeguards("", "7 days");
    FileRef file = desk.life("list.csv").ref();
    var unused = desk.office().askedErasures().ask(file, Set.of(), "list.csv", false);
    line("has asked for erasing “list.csv” with its only revision").follow();
    assertThat(needs()).noneMatch(one -> one.words().contains("has asked"));
    verify(navigator).tell(contains("will not be erased"), isNull());
  }

  @Test
  void aChangedPlanIsToldAndCalledOffFromHere() throws Exception {
    var unusedFirst =
        desk.office()
            .plans()
            .choose(desk.shelf(), ReadyPlans.firstChoice(ZoneOffset.UTC, DayOfWeek.MONDAY));
    desk.clock().forward(Duration.ofDays(1));
    safeguards("", "7 days");
    NamedPlan other = ReadyPlans.named("Archive", ZoneOffset.UTC, DayOfWeek.MONDAY).orElseThrow();
    var unused = desk.office().plans().choose(desk.shelf(), other);
    line("What the former one, “Office memory”, keeps stays until").follow();
    assertThat(desk.office().plans().of(desk.shelf()).orElseThrow().name())
        .isEqualTo("Office memory");
    verify(navigator).tell(contains("former care plan"), isNull());
  }

  @Test
  void loosenedSafeguardsAreToldAndLeadToTheStore() throws Exception {
    safeguards("30 days", "7 days");
    safeguards("", "");
    line("were loosened by").follow();
    verify(navigator).go(any(Place.StoreOf.class));
  }

  @Test
  void aDamagedFileStandsFirstAndLeadsToItsLastGoodState() throws Exception {
    desk.write("list.csv", "rope, price\n".repeat(30));
    desk.capture();
    desk.write("list.csv", "");
    desk.capture();
    var unused =
        desk.office()
            .screenings()
            .screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
    TodayLine first = needs().get(0);
    assertThat(first.style()).isEqualTo("rust");
    assertThat(first.words())
        .contains("“list.csv” on “Desk of home” looks damaged since", "Nothing is left in it")
        .contains("Last good: r1");
    first.follow();
    verify(navigator).go(new Place.OneFile(desk.life("list.csv").ref(), Optional.of(1)));
  }

  @Test
  void ofManyDamagedFilesOnlyTheNumberIsSaid() throws Exception {
    for (int round = 0; round < 2; round++) {
      for (int i = 0; i < 9; i++) {
        desk.write("orders/order %d.txt".formatted(i), round == 0 ? "cloth, ".repeat(40) + i : "");
      }
      desk.capture();
    }
    var unused =
        desk.office()
            .screenings()
            .screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE);
    assertThat(needs().stream().filter(line -> line.words().contains("looks damaged since")))
        .hasSize(5);
    assertThat(needs().get(5).words()).isEqualTo("4 further files on “Desk of home” look damaged.");
  }

  /** Ten letters, all of them gone at once. */
  private void anEmptiedFolder() throws Exception {
    for (int i = 0; i < 10; i++) {
      desk.write("letters/%d.txt".formatted(i), "a letter, number " + i);
    }
    desk.capture();
    for (int i = 0; i < 10; i++) {
      Files.delete(desk.file("letters/%d.txt".formatted(i)));
    }
    desk.capture();
    screen();
  }

  @Test
  void manyFilesThatWereHurtAtOnceAreOneLineThatLeadsToTheirRehearsedReturn() throws Exception {
    anEmptiedFolder();
    TodayLine line = needs().get(0);
    assertThat(line.words()).contains("10 files were removed at once");
    assertThat(line.style()).isEqualTo("rust");
    assertThat(line.steps().get(0).act()).isEqualTo("Put 10 files back…");
    line.follow();
    verify(navigator).go(any(Place.Rehearsed.class));
  }

  @Test
  void manyFilesThatWereHurtAtOnceMayHaveBeenMeant() throws Exception {
    anEmptiedFolder();
    needs().get(0).steps().get(1).step().run();
    assertThat(needs()).noneMatch(line -> line.words().contains("at once"));
    verify(navigator).tell(contains("counts as meant"), isNull());
  }

  @Test
  void everythingThatIsDamagedIsPutBackAsOneTray() throws Exception {
    for (int i = 0; i < 8; i++) {
      desk.write("loose %d.txt".formatted(i), "rope, price, %d\n".formatted(i).repeat(30));
    }
    desk.capture();
    for (int i = 0; i < 8; i++) {
      desk.write("loose %d.txt".formatted(i), "");
    }
    desk.capture();
    screen();
    TodayLine more = line("further files on");
    assertThat(more.steps().get(0).act()).isEqualTo("Put all back…");
    more.follow();
    verify(navigator).go(any(Place.Rehearsed.class));
  }

  private void screen() throws Exception {
    assertThat(
            desk.office()
                .screenings()
                .screen(desk.shelf().store(), Duration.ofMinutes(1), Progress.NONE))
        .isPositive();
  }
}
