package org.mendedleaf.desktop.work.picks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Queue;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.PickFacts;
import org.mendedleaf.core.tray.Recoveries;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** The tray as the window holds it, over an office that answers at once. */
class MendingTrayTest {

  private final Office office = mock();
  private final Recoveries recoveries = mock();
  private final Queue<Runnable> due = new ArrayDeque<>();
  private final List<Tray> kept = new ArrayList<>();
  private MendingTray tray;

  @BeforeEach
  void office() throws Exception {
    when(office.recoveries()).thenReturn(recoveries);
    when(recoveries.facts(any()))
        .thenAnswer(
            call -> {
              Tray.Entry entry = call.getArgument(0);
              long file = ((Pick.OfRevision) entry.pick()).file();
              if (file == 13) {
                throw new RefusedException("The file id:13 has no revision r1.");
              }
              return facts(file);
            });
    org.mockito.Mockito.doAnswer(call -> kept.add(call.getArgument(0)))
        .when(recoveries)
        .keep(any());
    tray = new MendingTray(office, new Background(due::add, due::add));
  }

  private static PickFacts facts(long file) {
    Shelf shelf = mock();
    return new PickFacts(
        shelf,
        new InnerPath("in/file " + file),
        false,
        1,
        1000,
        OptionalInt.of(1),
        Instant.EPOCH,
        0,
        1);
  }

  private static WantedPick wanted(long file) {
    Tray.Entry entry = new Tray.Entry("store", 1, new Pick.OfRevision(file, 1));
    return new WantedPick(entry, "as shown", false, 1, -1);
  }

  /** Does what waits, here in turn, until nothing is left. */
  private int settle() {
    int steps = 0;
    for (Runnable next = due.poll(); next != null; next = due.poll()) {
      next.run();
      steps++;
    }
    return steps;
  }

  @Test
  void pickingTwiceTakesOffAgain() {
    tray.toggle(List.of(wanted(1), wanted(2)));
    tray.toggle(List.of(wanted(2), wanted(3)));
    assertThat(tray.picks()).as("one of them was not picked yet").hasSize(3);
    tray.toggle(List.of(wanted(1), wanted(2)));
    assertThat(tray.picks()).hasSize(1);
    assertThat(tray.holds(wanted(3).entry())).isTrue();
    assertThat(tray.files()).isEqualTo(1);
  }

  @Test
  void whatIsNotToldIsFoundOutAndWhatCannotBeIsSaid() {
    tray.add(List.of(wanted(1), wanted(13)));
    assertThat(tray.picks().get(0).name()).isEqualTo("as shown");
    settle();
    assertThat(tray.picks().get(0).name()).isEqualTo("file 1");
    assertThat(tray.bytes()).isEqualTo(1000);
    assertThat(tray.picks().get(1).problem()).contains("has no revision");
  }

  @Test
  void theLastStateIsAlwaysKept() {
    tray.add(List.of(wanted(1)));
    tray.handlingProperty().set(Handling.IN_PLACE.with(IfThere.LEAVE));
    tray.add(List.of(wanted(2)));
    settle();
    assertThat(kept.get(kept.size() - 1)).isEqualTo(tray.tray());
    assertThat(kept.get(kept.size() - 1).entries()).hasSize(2);
    assertThat(kept).as("one writes at a time").hasSizeLessThan(4);
  }

  @Test
  void aHundredThousandPicksAreTakenAPartAtATime() {
    List<WantedPick> many = new ArrayList<>();
    for (int i = 100; i < 100_100; i++) {
      many.add(wanted(i));
    }
    tray.add(many);
    assertThat(tray.picks()).hasSizeLessThan(10_000);
    assertThat(settle()).isGreaterThan(100);
    assertThat(tray.picks()).hasSize(100_000);
    assertThat(tray.bytes()).isEqualTo(100_000_000);
    tray.remove(List.copyOf(tray.picks()));
    settle();
    assertThat(tray.files() + tray.bytes() + tray.largest()).isZero();
  }

  @Test
  void somePicksHaveAWayOfTheirOwn() {
    tray.add(List.of(wanted(1), wanted(2)));
    Handling own = Handling.IN_PLACE.with(IfThere.BESIDE);
    tray.handle(List.of(tray.picks().get(1)), own);
    assertThat(tray.tray().parts()).hasSize(2);
    tray.handle(List.of(tray.picks().get(1)), null);
    assertThat(tray.tray().parts()).hasSize(1);
  }
}
