package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.keeping.Safeguards.ChosenSafeguards;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.session.FileRef;

/** An erasure takes effect after the store's delay, and can be called off until then. */
class AskedErasuresTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aDeskWithADelay() throws Exception {
    desk = new TestDesk(base);
    var unused =
        desk.office()
            .safeguards()
            .set(
                desk.shelf().store(), new ChosenSafeguards(Optional.empty(), Span.parse("7 days")));
    for (String text : List.of("one", "two", "three")) {
      desk.write("offer.txt", text);
      desk.capture();
      days(1);
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private AskedErasures asked() {
    return desk.office().askedErasures();
  }

  private FileRef file() throws Exception {
    return desk.life("offer.txt").ref();
  }

  private void days(int days) {
    desk.clock().forward(Duration.ofDays(days));
  }

  private List<Integer> revisions() throws Exception {
    return desk.life("offer.txt").revisions().stream().map(Revision::number).toList();
  }

  /** What the watch does on its own. */
  private void runDue() throws Exception {
    for (Rhythms.Due one : desk.office().rhythms().due()) {
      var unused = desk.office().rhythms().run(one, Progress.NONE);
    }
  }

  private List<LedgerEntry> ledger(Act act) throws Exception {
    return desk.office().stores().ledger(desk.shelf().store()).stream()
        .filter(entry -> entry.act() == act)
        .toList();
  }

  private List<Todays.ErasureAsked> matters() throws Exception {
    return desk.office().todays().look().matters().stream()
        .filter(Todays.ErasureAsked.class::isInstance)
        .map(Todays.ErasureAsked.class::cast)
        .toList();
  }

  @Test
  void nothingIsErasedBeforeTheDelayIsOverAndThenItIs() throws Exception {
    assertThatThrownBy(() -> desk.office().erasures().erase(file(), Set.of(1), "offer.txt"))
        .hasMessage(
            "In this store erasing takes effect 7 days after it was asked for. Nothing was erased.");
    Instant until = desk.clock().instant().plus(Duration.ofDays(7));
    assertThat(asked().effectiveFrom(file())).contains(until);
    AskedErasures.AskedErasure told = asked().ask(file(), Set.of(1), "offer.txt", false);

    assertThat(told.numbers()).containsExactly(1);
    assertThat(told.everything()).isFalse();
    assertThat(told.until()).isEqualTo(until);
    assertThat(matters()).extracting(Todays.ErasureAsked::asked).hasSize(1);
    days(6);
    runDue();
    assertThat(revisions()).containsExactly(0, 1, 2);
    assertThat(desk.content(desk.life("offer.txt"), 1))
        .isEqualTo("two".getBytes(StandardCharsets.UTF_8));
    desk.restart();
    days(1);
    runDue();
    assertThat(revisions()).containsExactly(0, 2);
    assertThat(matters()).isEmpty();
    assertThat(ledger(Act.ERASE)).hasSize(1);
    runDue();
    assertThat(ledger(Act.ERASE)).as("once").hasSize(1);
  }

  @Test
  void aClockThatIsPutBackWhileItIsAskedForShortensNothing() throws Exception {
    desk.clock().forward(Duration.ofDays(-30));
    var unused = asked().ask(file(), Set.of(1), "offer.txt", false);
    desk.clock().forward(Duration.ofDays(30));
    runDue();
    assertThat(revisions()).containsExactly(0, 1, 2);
    days(8);
    runDue();
    assertThat(revisions()).containsExactly(0, 2);
  }

  @Test
  void whoMayNotEraseDoesNotSayThatTheClockIsRight() throws Exception {
    var unusedShelf =
        desk.office().recordingAndPeople().person(desk.shelf(), "Teo", Optional.of(Role.MAKER));
    var unused = asked().ask(file(), Set.of(1), "offer.txt", false);
    days(8);
    assertThatThrownBy(
            () -> desk.office().actingAs("Teo").askedErasures().eraseDue(desk.shelf(), true))
        .hasMessageContaining("may not erase");
    assertThat(revisions()).containsExactly(0, 1, 2);
  }

  @Test
  void anyoneWhoMayHoldCallsItOff() throws Exception {
    var unusedShelf =
        desk.office().recordingAndPeople().person(desk.shelf(), "Inês", Optional.of(Role.MAKER));
    var unused = asked().ask(file(), Set.of(1, 2), "offer.txt", false);
    assertThat(desk.office().actingAs("Inês").askedErasures().callOff(file(), Set.of(2)))
        .isEqualTo(1);
    assertThat(desk.office().actingAs("Inês").askedErasures().callOff(file(), Set.of()))
        .isEqualTo(1);
    assertThatThrownBy(() -> asked().callOff(file(), Set.of()))
        .hasMessage(
            "Nobody has asked for erasing anything of offer.txt, so there is nothing to call off.");
    days(8);
    runDue();
    assertThat(revisions()).containsExactly(0, 1, 2);
    assertThat(ledger(Act.CALL_OFF)).hasSize(2).allMatch(one -> one.by().equals("Inês"));
  }

  @Test
  void aWholeFileGoesWithItsNameUnlessSomethingWasSavedMeanwhile() throws Exception {
    var unused = asked().ask(file(), Set.of(), "offer.txt", true);
    desk.write("other.txt", "stays");
    desk.capture();
    days(3);
    desk.write("offer.txt", "four");
    desk.capture();
    days(5);
    runDue();
    assertThat(revisions()).as("what came later was not asked for").containsExactly(3);

    assertThat(asked().ask(file(), Set.of(), "offer.txt", true).everything()).isTrue();
    Files.delete(desk.file("offer.txt"));
    desk.capture();
    days(8);
    runDue();
    assertThat(desk.office().stores().ledger(desk.shelf().store()))
        .filteredOn(entry -> entry.act() == Act.ERASE)
        .last()
        .matches(entry -> entry.about().orElse("").equals("offer.txt"));
    assertThatThrownBy(this::revisions);
  }

  @Test
  void whoeverAskedAndNotWhoeverWatchesStandsInTheLedger() throws Exception {
    var unusedShelf =
        desk.office().recordingAndPeople().person(desk.shelf(), "Inês", Optional.of(Role.KEEPER));
    var unused =
        desk.office().actingAs("Inês").askedErasures().ask(file(), Set.of(1), "offer.txt", false);
    days(8);
    runDue();
    assertThat(ledger(Act.ERASE)).extracting(LedgerEntry::by).containsExactly("Inês");
  }

  @Test
  void aHoldCallsItOffAndAPlanDoesNot() throws Exception {
    NamedPlan all = ReadyPlans.firstChoice(ZoneOffset.UTC, DayOfWeek.MONDAY);
    var unusedShelves = desk.office().plans().choose(desk.shelf(), all);
    var unused = asked().ask(file(), Set.of(0, 1), "offer.txt", false);
    var unusedHold = desk.office().sayings().hold(file(), 0, "for the auditor");
    assertThat(desk.office().thinnings().rehearse(desk.shelf(), desk.clock().instant()).concerned())
        .extracting(Thinnings.Concerned::fate)
        .containsExactly(Thinnings.Fate.WAITS);
    var unusedThin = desk.office().thinnings().thin(desk.shelf(), false);
    days(8);
    runDue();
    assertThat(revisions()).contains(0, 2).doesNotContain(1);
  }

  @Test
  void anotherDeskErasesItTooAndACatalogueFromTheLogKnowsOfIt() throws Exception {
    var unused = asked().ask(file(), Set.of(1), "offer.txt", false);
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(asked().on(desk.shelf())).hasSize(1);
    assertThatThrownBy(() -> asked().ask(file(), Set.of(1), "offer.txt", false))
        .hasMessageContaining("asked for already");
    assertThatThrownBy(() -> asked().ask(file(), Set.of(2), "order.txt", false))
        .hasMessageContaining("not “order.txt”");
  }
}
