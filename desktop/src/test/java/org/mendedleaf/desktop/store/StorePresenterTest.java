package org.mendedleaf.desktop.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.isNull;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.losses.Loss;
import org.mendedleaf.core.losses.LossAnswer;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** How a store is said to be: whole, not gone over yet, damaged, mended, away. */
class StorePresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private StorePresenter presenter;

  @BeforeEach
  void twoStatesOfAFile() throws Exception {
    desk = new TestDesk(base);
    Random random = new Random(9);
    for (int i = 0; i < 2; i++) {
      byte[] noise = new byte[200_000];
      random.nextBytes(noise);
      desk.write("panels.svg", noise);
      desk.capture();
    }
    presenter = new StorePresenter(InTurn.of(desk, navigator), desk.shelf().store());
    presenter.refresh();
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private String state() {
    return presenter.state(presenter.viewProperty().get());
  }

  private List<Path> sheaves() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files
          .filter(file -> file.toString().endsWith(".sheaf") && file.toFile().length() > 100_000)
          .toList();
    }
  }

  private void damage() throws IOException {
    for (Path sheaf : sheaves()) {
      byte[] bytes = Files.readAllBytes(sheaf);
      bytes[bytes.length / 2] ^= 4;
      Files.write(sheaf, bytes);
    }
  }

  @Test
  void aStoreThatWasNotGoneOverSaysSoAndOneThatWasSaysSinceWhen() {
    assertThat(state()).startsWith("No damage is known. 0 % of its bytes were read");
    presenter.check();
    verify(navigator).tell(contains("no damage"), isNull());
    assertThat(state()).startsWith("No damage is known. Every byte was read;");
    assertThat(presenter.facts(presenter.viewProperty().get()))
        .contains("free on its drive")
        .contains("same drive")
        .contains("Its last commit is");
  }

  @Test
  void damageIsToldByFileAndMendedAsFarAsAFileHoldsItStill() throws Exception {
    damage();
    presenter.check();
    verify(navigator).tell(contains("2 places are damaged"), isNull());
    assertThat(state())
        .isEqualTo(
            "2 of this store’s own files are damaged. Revisions of 1 file cannot be read; everything else can.");
    assertThat(presenter.viewProperty().get().hurt())
        .singleElement()
        .satisfies(file -> assertThat(file.numbered()).isEqualTo("first state and r1"));

    presenter.rehearse();
    assertThat(presenter.rehearsedProperty().get()).isPresent();
    List<String> plan = StoreWords.plan(presenter.rehearsedProperty().get().orElseThrow());
    assertThat(plan).hasSize(2);
    assertThat(plan.get(0)).contains("panels.svg, which still holds them");
    assertThat(plan.get(1))
        .isEqualTo(
            "Stays lost: first state of Desk of home/panels.svg cannot be read; r1 is whole.");

    presenter.repair();
    assertThat(presenter.rehearsedProperty().get()).isEmpty();
    verify(navigator).tell(contains("Revisions of 1 file stay unreadable"), isNull());
    assertThat(presenter.viewProperty().get().hurt())
        .singleElement()
        .satisfies(file -> assertThat(file.numbered()).isEqualTo("first state"));
    presenter.open(presenter.viewProperty().get().hurt().get(0));
    verify(navigator).go(any(Place.OneFile.class));
  }

  @Test
  void whereNothingIsDamagedThereIsNothingToRepair() {
    presenter.rehearse();
    assertThat(StoreWords.plan(presenter.rehearsedProperty().get().orElseThrow()))
        .containsExactly("Nothing is damaged, so there is nothing to repair.");
  }

  @Test
  void aStoreThatIsAwaySaysThatWhatIsRecordedIsThere() throws Exception {
    Files.move(base.resolve("store"), base.resolve("away"));
    presenter.refresh();
    assertThat(state()).startsWith("It cannot be reached");
    assertThat(presenter.facts(presenter.viewProperty().get())).isEmpty();
  }

  @Test
  void aMirrorIsKeptFollowsAndIsSaidToBeBehindWhileItIsAway() throws Exception {
    assertThat(mirror()).startsWith("It has no mirror");
    Path folder = base.resolve("second");
    presenter.keepMirror(folder);
    verify(navigator).tell(contains("it follows after each capture"), isNull());
    assertThat(mirror())
        .contains("has everything")
        .endsWith("0 % of its bytes were read in the last 30 days.");
    Files.move(folder, base.resolve("away with it"));
    desk.write("panels.svg", "new");
    desk.capture();
    presenter.refresh();
    assertThat(mirror()).contains("is not there now, and 1 commit behind");
    assertThat(presenter.viewProperty().get().isMirrorBehind()).isTrue();
    Files.move(base.resolve("away with it"), folder);
    presenter.refresh();
    assertThat(mirror()).contains("is 1 commit behind");
    presenter.bringMirrorUp();
    assertThat(mirror()).contains("has everything");
    assertThat(presenter.viewProperty().get().isMirrorBehind()).isFalse();
  }

  private String mirror() {
    return presenter.mirror(presenter.viewProperty().get());
  }

  private String drilled() {
    return presenter.drilled(presenter.viewProperty().get());
  }

  @Test
  void whetherThingsComeBackIsSaidAsSoonAsSomebodyHasTried() throws Exception {
    assertThat(drilled()).isEqualTo("Nobody has tried yet whether what is recorded comes back.");
    presenter.drill();
    assertThat(drilled())
        .contains("2 of 2 revisions were recovered to a scratch place")
        .contains("would take about");
    verify(navigator).go(any(Place.DrillOf.class));

    damage();
    desk.restart();
    presenter = new StorePresenter(InTurn.of(desk, navigator), desk.shelf().store());
    presenter.drill();
    assertThat(drilled())
        .contains("2 revisions did not come back as they were recorded")
        .contains("panels.svg");
  }

  @Test
  void aCertificateSaysWhatWasTriedByWhomAndWhatFailed() throws Exception {
    presenter.drill();
    DrillCertificate whole = presenter.viewProperty().get().drill().orElseThrow();
    long act = whole.act().orElseThrow().id();
    DrillPresenter page =
        new DrillPresenter(
            InTurn.of(desk, navigator), new Place.DrillOf(desk.shelf().store(), act));
    page.refresh();
    assertThat(page.certificateProperty().get()).isEqualTo(whole);
    assertThat(page.facts(whole)).startsWith("done by maren, ");
    assertThat(DrillPresenter.answer(whole))
        .isEqualTo("All 2 revisions that were tried came back bit for bit as they were recorded.");
    assertThat(DrillPresenter.measured(whole).get(0))
        .startsWith("A sample of 2 of 2 revisions, 400.0 KB, was recovered to a scratch place");
    page.open(whole.proofs().get(0));
    verify(navigator).go(any(Place.OneFile.class));

    damage();
    desk.restart();
    presenter = new StorePresenter(InTurn.of(desk, navigator), desk.shelf().store());
    presenter.drill();
    DrillCertificate failed = presenter.viewProperty().get().drill().orElseThrow();
    assertThat(DrillPresenter.answer(failed))
        .isEqualTo("2 of 2 revisions that were tried did not come back as they were recorded.");
  }

  @Test
  void whatWouldBeLostIsAnsweredFromWhereThingsLie() {
    List<LossAnswer> losses = presenter.viewProperty().get().losses();
    assertThat(losses).extracting(LossAnswer::loss).containsExactly(Loss.values());
    assertThat(presenter.said(losses.get(0))).contains("gone together");
    assertThat(StorePresenter.look(losses.get(0))).isEqualTo("rust");
    assertThat(presenter.said(losses.get(2)))
        .startsWith("Every file comes back from Lost & found. What was saved after ")
        .doesNotContain("T08:");
    assertThat(StorePresenter.look(losses.get(2))).isEqualTo("plain");
  }
}
