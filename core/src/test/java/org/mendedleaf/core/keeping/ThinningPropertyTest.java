package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.drive.Access;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.SetClock;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.Room;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * Random histories in sheaves of 1 MiB: what a thinning was told to do it does, to the byte on
 * disk, and everything else is as it was.
 */
class ThinningPropertyTest {

  private static final List<String> PLANS =
      List.of(
          "['the newest 2']",
          "['what was replaced less than 6 days ago']",
          "['what closed a week in the last 1 month','what is known good']",
          "['the newest 1 of *.bin','everything of *.txt']",
          "[]");

  private Random random;
  private SetClock clock;
  private Office office;
  private Shelf shelf;
  private final Map<String, byte[]> states = new HashMap<>();

  @Property(shrinking = ShrinkingMode.OFF)
  void aThinningDoesToTheByteWhatItsRehearsalTold(@ForAll long seed) throws Exception {
    Path base = Files.createTempDirectory("thinning");
    random = new Random(seed);
    clock = new SetClock(TestDesk.START);
    states.clear();
    try {
      open(base);
      history(base.resolve("work"));
      choose();
      var noticed = office.thinnings().thin(shelf, true);
      clock.forward(Duration.ofDays(4));
      Thinnings.RehearsedThinning told = office.thinnings().rehearse(shelf, clock.instant());
      assertThat(going(told)).isEqualTo(plainlyGoing());
      Erasures.Freed freed = office.thinnings().freed(told);
      long before = bytes(base);

      Thinnings.Thinned done = office.thinnings().thin(shelf, true);

      assertThat(done.did().concerned()).isEqualTo(told.concerned());
      assertThat(noticed.freed()).isZero();
      if (told.with(Thinnings.Fate.NOTICED).isEmpty()
          && told.with(Thinnings.Fate.WAITS).isEmpty()) {
        assertThat(done.freed()).isEqualTo(freed.bytes());
      }
      assertThat(bytes(base)).isEqualTo(before - done.freed());
      agrees(told);
      Thinnings.Thinned again = office.thinnings().thin(shelf, true);
      if (office.plans().of(shelf).orElseThrow().plan().room().isEmpty()) {
        assertThat(again.did().isIdle()).as("again at the same moment").isTrue();
      }
      // What leant on something erased may be larger now, so that more has to go for room; not yet.
      assertThat(again.did().with(Thinnings.Fate.ERASED)).isEmpty();
      assertThat(again.freed()).isZero();
    } finally {
      office.close();
      RandomActs.delete(base);
    }
  }

  @Property(tries = 12, shrinking = ShrinkingMode.OFF)
  void loweringAndRaisingAPlanLosesNothingWithinTheGraceTime(@ForAll long seed) throws Exception {
    Path base = Files.createTempDirectory("thinning");
    random = new Random(seed);
    clock = new SetClock(TestDesk.START);
    states.clear();
    try {
      open(base);
      history(base.resolve("work"));
      choose();
      for (int i = random.nextInt(4); i >= 0; i--) {
        var lowered = office.thinnings().thin(shelf, true);
        assertThat(lowered.freed()).isZero();
        // The grace time is three days.
        clock.forward(Duration.ofHours(random.nextInt(18)));
      }
      var all =
          office
              .plans()
              .choose(
                  shelf, NamedPlan.keepingAll("All", ZoneOffset.UTC, java.time.DayOfWeek.MONDAY));
      assertThat(all).hasSize(1);
      for (int i = 0; i < 3; i++) {
        Thinnings.Thinned raised = office.thinnings().thin(shelf, true);
        assertThat(raised.freed()).isZero();
        clock.forward(Duration.ofDays(20));
      }
      agrees(office.thinnings().rehearse(shelf, clock.instant()));
      assertThat(office.thinnings().rehearse(shelf, clock.instant()).concerned()).isEmpty();
    } finally {
      office.close();
      RandomActs.delete(base);
    }
  }

  private void open(Path base) throws IOException {
    office =
        Office.open(
            new OfficeSettings(
                base.resolve("home"),
                clock,
                ZoneOffset.UTC,
                new Random(random.nextLong()),
                Owners.FILE_SYSTEM,
                FileTimes.AS_THEY_ARE,
                Places.UNFORCED,
                "maren",
                new StoreParameters(
                    StoreParameters.STANDARD.cutting(), 1 << 20, true, Access.OWNER),
                2));
    office.stores().make(base.resolve("store"));
    Files.createDirectories(base.resolve("work"));
    shelf =
        office
            .shelves()
            .add(base.resolve("work"), base.resolve("store"), java.util.Optional.of("Work"));
  }

  /** Saves that share much with each other and with other files, removals and returns. */
  private void history(Path work) throws IOException {
    byte[] common = new byte[400_000];
    random.nextBytes(common);
    for (int i = 0; i < 24; i++) {
      clock.forward(Duration.ofHours(1 + random.nextInt(40)));
      Path file = work.resolve("f" + random.nextInt(4) + (random.nextBoolean() ? ".bin" : ".txt"));
      if (random.nextInt(8) == 0) {
        Files.deleteIfExists(file);
      } else {
        byte[] state = java.util.Arrays.copyOf(common, 1 + random.nextInt(common.length));
        byte[] own = new byte[1 + random.nextInt(Math.min(state.length, 3_000))];
        random.nextBytes(own);
        System.arraycopy(own, 0, state, random.nextInt(state.length - own.length + 1), own.length);
        Files.write(file, state);
      }
      var unused = office.shelves().capture(shelf, true, Progress.NONE);
    }
    for (ShelfLineages.FileLineage file : office.plans().lineages(shelf).files()) {
      FileRef ref = new FileRef(shelf.store(), file.file());
      FileLife life = office.files().life(ref);
      for (Revision revision : life.revisions()) {
        states.put(file.file() + " " + revision.number(), content(revision));
      }
      Revision some = life.revisions().get(random.nextInt(life.revisions().size()));
      switch (random.nextInt(4)) {
        case 0 -> assertThat(office.sayings().hold(ref, some.number(), "why")).isPositive();
        case 1 -> assertThat(office.sayings().good(ref, some.number(), true)).isPositive();
        default -> {}
      }
    }
  }

  private void choose() throws Exception {
    String sentences = PLANS.get(random.nextInt(PLANS.size()));
    String keep = sentences.equals("[]") ? "'keepsNothing':true" : "'keep':" + sentences;
    String room =
        random.nextBoolean() ? "" : ",'room':'at most %d KB'".formatted(50 + random.nextInt(1_000));
    NamedPlan plan =
        PlanFormat.decode(
            "{'name':'Lean',%s,'removedFor':'2 days','grace':'3 days'%s}"
                .formatted(keep, room)
                .replace('\'', '"'),
            ZoneOffset.UTC);
    var unused = office.plans().chooseConfirmed(shelf, plan);
  }

  private static Set<String> going(Thinnings.RehearsedThinning told) {
    return told.concerned().stream()
        .filter(one -> one.fate() != Thinnings.Fate.KEPT_AFTER_ALL)
        .map(one -> one.revision().file() + " " + one.revision().revision())
        .collect(Collectors.toSet());
  }

  private record Yielding(long file, int number, Instant replaced) {}

  /** What goes, as the page on keep rules says it: one by one, weighing all anew each time. */
  private Set<String> plainlyGoing() throws IOException {
    CarePlan plan = office.plans().of(shelf).orElseThrow().plan();
    StoreSpace space = office.spaces().of(shelf.store());
    Judgement judgement = new Judgement(plan, clock.instant());
    Set<String> goes = new HashSet<>();
    List<ContentId> gone = new ArrayList<>();
    List<ContentId> all = new ArrayList<>();
    List<Yielding> yielding = new ArrayList<>();
    for (ShelfLineages.FileLineage file : office.plans().lineages(shelf).files()) {
      for (Judgement.Judged one : judgement.of(file.lineage())) {
        all.add(space.content(file.file(), one.number()).orElseThrow());
        if (!one.stays()) {
          goes.add(file.file() + " " + one.number());
          gone.add(space.content(file.file(), one.number()).orElseThrow());
        } else if (one.isForRoom()) {
          Instant replaced =
              file.lineage().revisions().stream()
                  .filter(kept -> kept.number() == one.number())
                  .findFirst()
                  .flatMap(Lineage.KeptRevision::until)
                  .orElseThrow();
          yielding.add(new Yielding(file.file(), one.number(), replaced));
        }
      }
    }
    yielding.sort(
        Comparator.comparing(Yielding::replaced)
            .thenComparing(Yielding::file)
            .thenComparing(Yielding::number));
    long most = plan.room().map(room -> ((Room.AtMost) room).bytes()).orElse(Long.MAX_VALUE);
    for (Yielding one : yielding) {
      if (space.freedBy(all).disk() - space.freedBy(gone).disk() <= most) {
        break;
      }
      goes.add(one.file() + " " + one.number());
      gone.add(space.content(one.file(), one.number()).orElseThrow());
    }
    return goes;
  }

  private byte[] content(Revision revision) throws IOException {
    return office.files().contents(shelf.store()).bytes(revision.state().content().orElseThrow());
  }

  private static long bytes(Path base) throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store/sheaves"))) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }

  private void agrees(Thinnings.RehearsedThinning told) throws IOException {
    Set<String> expected = new HashSet<>(states.keySet());
    told.with(Thinnings.Fate.ERASED)
        .forEach(one -> expected.remove(one.revision().file() + " " + one.revision().revision()));
    Set<String> there = new HashSet<>();
    for (ShelfLineages.FileLineage file : office.plans().lineages(shelf).files()) {
      for (Revision revision :
          office.files().life(new FileRef(shelf.store(), file.file())).revisions()) {
        String name = file.file() + " " + revision.number();
        there.add(name);
        assertThat(content(revision)).as(name).isEqualTo(states.get(name));
      }
    }
    assertThat(there).isEqualTo(expected);
    assertThat(office.stores().verify(shelf.store(), VerifyDepth.CONTENT, Progress.NONE).damaged())
        .isEmpty();
  }
}
