package org.mendedleaf.core.screening;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;

/** Many files hurt at once are one event; what only looks like it is none. */
class MassEventsTest {

  private static final int FILES = 24;
  private static final Duration LONG = Duration.ofMinutes(2);

  @TempDir Path base;
  private final Random random = new Random(11);
  private TestDesk desk;

  @BeforeEach
  void anOfficeOfLetters() throws Exception {
    desk = new TestDesk(base);
    for (int i = 0; i < FILES; i++) {
      desk.write(letter(i), text(i, 0));
    }
    desk.write("in/plan.txt", "what else is there");
    desk.capture();
    desk.clock().forward(Duration.ofDays(2));
    for (int i = 0; i < FILES; i += 3) {
      desk.write(letter(i), text(i, 1));
    }
    desk.capture();
    desk.clock().forward(Duration.ofDays(1));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private static String letter(int i) {
    return "letters/letter %02d.txt".formatted(i);
  }

  private static byte[] text(int i, int state) {
    StringBuilder text = new StringBuilder("Letter %d, state %d%n".formatted(i, state));
    for (int line = 0; line < 40; line++) {
      text.append("The sail of boat %d needs %d patches by noon.%n".formatted(i * line, line % 7));
    }
    return text.toString().getBytes(UTF_8);
  }

  private byte[] noise(int size) {
    byte[] noise = new byte[size];
    random.nextBytes(noise);
    return noise;
  }

  private List<ShelfEvent> events() throws Exception {
    var unused = desk.office().screenings().screen(desk.shelf().store(), LONG, Progress.NONE);
    return desk.office().massEvents().of(desk.shelf());
  }

  private ShelfEvent only() throws Exception {
    List<ShelfEvent> events = events();
    assertThat(events).hasSize(1);
    return events.get(0);
  }

  /** A few files in each of several captures, as a watch sees it that records on save. */
  private void scramble(int from, int to, boolean renamed) throws Exception {
    for (int i = from; i < to; i++) {
      desk.write(letter(i), noise(2_000));
      if (renamed) {
        Files.move(desk.file(letter(i)), desk.file(letter(i) + ".qx7"));
      }
      if (i % 8 == 7) {
        record();
        desk.clock().forward(Duration.ofMinutes(1));
      }
    }
    record();
  }

  /** At once, where {@link TestDesk#capture} lets an hour pass. */
  private void record() throws Exception {
    assertThat(desk.office().shelves().capture(desk.shelf(), false, Progress.NONE))
        .isInstanceOf(CaptureOutcome.Done.class);
  }

  @Test
  void filesTurnedToNoiseUnderOtherNamesAreOneEventAndComeBackAsOneTray() throws Exception {
    scramble(0, FILES, true);
    ShelfEvent event = only();
    assertThat(MassEventSentence.of(event.event()))
        .isEqualTo("24 files were scrambled and given other names within 2 minutes.");
    assertThat(event.hurt()).hasSize(FILES);

    var receipt = desk.office().recoveries().run(event.tray(), Progress.NONE);
    assertThat(receipt.files()).isEqualTo(FILES);
    for (int i = 0; i < FILES; i++) {
      assertThat(desk.file(letter(i))).hasBinaryContent(text(i, i % 3 == 0 ? 1 : 0));
    }
    assertThat(desk.office().todays().look().matters())
        .as("before it was looked at again")
        .noneMatch(Todays.HurtAtOnce.class::isInstance);
    assertThat(only().event().decided().orElseThrow().why()).isEqualTo("all of it was mended");

    desk.office().recoveries().undo(desk.shelf().store(), receipt.act().id(), Progress.NONE);
    assertThat(desk.file(letter(0))).doesNotExist();
    assertThat(only().event().isOpen()).as("it is hurt again, so it is open again").isTrue();
    assertThat(only().hurt()).hasSize(FILES);
  }

  @Test
  void filesTurnedToNoiseUnderTheirOwnNamesAreOneLineOfToday() throws Exception {
    scramble(0, 12, false);
    var unused = events();
    List<Todays.Matter> matters = desk.office().todays().look().matters();
    assertThat(matters.get(0)).isInstanceOf(Todays.HurtAtOnce.class);
    assertThat(matters).noneMatch(Todays.Doubtful.class::isInstance);
    assertThat(matters).noneMatch(Todays.MoreDoubtful.class::isInstance);
    assertThat(MassEventSentence.of(only().event()))
        .isEqualTo("12 files were damaged within a minute.");
  }

  @Test
  void anEventThatGoesOnIsTheSameEvent() throws Exception {
    scramble(0, 12, false);
    assertThat(only().event().damaged()).isEqualTo(12);
    desk.clock().forward(Duration.ofMinutes(4));
    scramble(12, 20, false);
    assertThat(only().event().damaged()).isEqualTo(20);
    desk.clock().forward(Duration.ofHours(3));
    scramble(20, 24, false);
    assertThat(only().event().damaged()).as("what comes hours later is told singly").isEqualTo(20);
  }

  @Test
  void aFolderThatWasEmptiedIsAnEvent() throws Exception {
    for (int i = 0; i < FILES; i++) {
      Files.delete(desk.file(letter(i)));
    }
    desk.capture();
    ShelfEvent event = only();
    assertThat(MassEventSentence.of(event.event())).isEqualTo("24 files were removed at once.");
    assertThat(event.tray().entries()).hasSize(FILES);
  }

  @Test
  void whatSomebodyRemovedWithThisProgramIsNoEvent() throws Exception {
    var unused =
        desk.office()
            .recoveries()
            .remove(desk.shelf(), List.of(new InnerPath("letters")), Progress.NONE);
    assertThat(events()).isEmpty();
  }

  @Test
  void theStatesBeforeAnEventAreClaimedUntilAPersonDecides() throws Exception {
    NamedPlan little =
        new NamedPlan(
            "Little",
            new CarePlan(
                ZoneOffset.UTC,
                DayOfWeek.MONDAY,
                List.of(KeepSentences.parse("the newest 1").orElseThrow()),
                CarePlan.REMOVED));
    var unusedPlan = desk.office().plans().choose(desk.shelf(), little);
    scramble(0, 12, false);
    ShelfEvent event = only();
    assertThat(claims(letter(1), 0)).contains(Claim.Basic.MASS_EVENT);
    // A second mash over the first: the state before the event is not what stood before this.
    desk.clock().forward(Duration.ofMinutes(2));
    scramble(0, 12, false);
    assertThat(only().event().last()).isGreaterThan(event.event().last());
    assertThat(claims(letter(1), 0)).contains(Claim.Basic.MASS_EVENT);
    assertThat(claims("in/plan.txt", 0)).doesNotContain(Claim.Basic.MASS_EVENT);

    var unusedAct =
        desk.office().massEvents().decide(desk.shelf(), event.event().first(), "a test of ours");
    assertThat(claims(letter(1), 0)).doesNotContain(Claim.Basic.MASS_EVENT);
    assertThat(only().event().decided().orElseThrow().why()).isEqualTo("a test of ours");
    assertThat(desk.office().todays().look().matters())
        .noneMatch(Todays.HurtAtOnce.class::isInstance);
    assertThatThrownBy(
            () -> desk.office().massEvents().decide(desk.shelf(), event.event().first(), ""))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("waits for a decision");
  }

  private List<Claim.Reason> claims(String file, int number) throws Exception {
    return desk
        .office()
        .plans()
        .judge(desk.life(file), desk.clock().instant())
        .get(number)
        .claims()
        .stream()
        .map(Claim::reason)
        .toList();
  }

  @Test
  void unpackingRenamingConvertingAndSavingAnewAreNoEvents() throws Exception {
    for (int i = 0; i < 500; i++) {
      desk.write("unpacked/part %03d.bin".formatted(i), i % 2 == 0 ? noise(900) : text(i, 0));
    }
    desk.capture();
    Files.move(desk.file("unpacked"), desk.file("kept"));
    desk.capture();
    for (int i = 0; i < 250; i++) {
      Path file = desk.file("kept/part %03d.bin".formatted(i));
      Files.move(file, file.resolveSibling("renamed %03d.bin".formatted(i)));
    }
    desk.capture();
    for (int i = 0; i < FILES; i++) {
      Files.delete(desk.file(letter(i)));
      String page = "<html><body><p>" + new String(text(i, 1), UTF_8) + "</p></body></html>";
      desk.write(letter(i).replace(".txt", ".html"), page);
    }
    desk.capture();
    for (int i = 0; i < 500; i += 2) {
      Revision before = desk.life(path(i)).newest();
      assertThat(before.state().size()).isEqualTo(900);
      desk.write(path(i), noise(920));
    }
    desk.capture();
    assertThat(events()).isEmpty();
    assertThat(desk.office().screenings().doubtful(desk.shelf())).isEmpty();
  }

  private static String path(int i) {
    return (i < 250 ? "kept/renamed %03d.bin" : "kept/part %03d.bin").formatted(i);
  }

  /** Fewer than ten are told one by one. */
  @Test
  void aFewDamagedFilesAreNoEvent() throws Exception {
    scramble(0, 8, false);
    assertThat(events()).isEmpty();
    assertThat(desk.office().todays().look().matters()).anyMatch(Todays.Doubtful.class::isInstance);
  }

  @Test
  void everybodyLearnsOfItFromTheLog() throws Exception {
    scramble(0, 12, true);
    ShelfEvent here = only();
    var unused = desk.office().stores().rebuild(desk.shelf().store());
    assertThat(desk.office().massEvents().of(desk.shelf())).containsExactly(here);
  }
}
