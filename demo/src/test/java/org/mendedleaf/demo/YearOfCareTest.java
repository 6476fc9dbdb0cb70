package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.keeping.ShelfLineages;
import org.mendedleaf.core.keeping.Thinnings.Fate;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * A year passes in the demo office: people save, remove, hold, issue and label, everything is
 * thinned every ten days. Whatever was promised at the end of a month is still there at the end of
 * the next.
 */
class YearOfCareTest {

  private static final Duration STEP = Duration.ofDays(10);

  @TempDir Path base;
  private final Random random = new Random(2027);
  private Instant now = Loft.NOW.plus(Duration.ofHours(1));
  private Office office;

  @BeforeEach
  void theDemoOfficeWithPlans() throws Exception {
    DemoOffice demo = new DemoOffice(base.resolve("demo"));
    demo.build(Progress.NONE);
    office =
        Office.open(
            new OfficeSettings(
                base.resolve("demo/home"),
                () -> now,
                Loft.ZONE,
                new Random(3),
                Owners.FILE_SYSTEM,
                FileTimes.AS_THEY_ARE,
                Places.UNFORCED,
                Loft.MAREN,
                StoreParameters.STANDARD.forTrial(),
                2));
    NamedPlan net = ReadyPlans.named("Safety net", Loft.ZONE, DayOfWeek.MONDAY).orElseThrow();
    for (Shelf shelf : office.shelves().all()) {
      if (office.plans().of(shelf).isEmpty()) {
        assertThat(office.plans().choose(shelf, net)).isNotEmpty();
      }
    }
  }

  @AfterEach
  void close() {
    office.close();
  }

  /** A revision that is promised. */
  private record Promised(String store, long file, int number) {}

  @Test
  void everyPromiseOfAMonthIsKeptAtTheEndOfTheNext() throws Exception {
    Map<Promised, Instant> promises = Map.of();
    int erased = 0;
    long kept = 0;
    for (int step = 0; step < 37; step++) {
      now = now.plus(STEP);
      work();
      for (Shelf shelf : office.shelves().all()) {
        erased += office.thinnings().thin(shelf, true).did().with(Fate.ERASED).size();
      }
      if (step % 3 == 2) {
        for (Map.Entry<Promised, Instant> promise : promises.entrySet()) {
          if (now.isBefore(promise.getValue())) {
            assertThat(isThere(promise.getKey()))
                .as("%s, promised until %s, at %s", promise.getKey(), promise.getValue(), now)
                .isTrue();
            kept++;
          }
        }
        promises = promises();
      }
    }
    assertThat(erased).as("something went").isGreaterThan(300);
    assertThat(kept).as("much was promised").isGreaterThan(5_000);
    for (Shelf shelf : office.shelves().all().subList(0, 1)) {
      assertThat(
              office.stores().verify(shelf.store(), VerifyDepth.CONTENT, Progress.NONE).damaged())
          .isEmpty();
    }
  }

  private boolean isThere(Promised promised) throws IOException {
    return office
        .files()
        .life(new FileRef(promised.store(), promised.file()))
        .revision(promised.number())
        .isPresent();
  }

  private Map<Promised, Instant> promises() throws IOException {
    Map<Promised, Instant> promises = new HashMap<>();
    for (Shelf shelf : office.shelves().all()) {
      Optional<NamedPlan> plan = office.plans().of(shelf);
      Judgement judgement = new Judgement(plan.orElseThrow().plan(), now);
      for (ShelfLineages.FileLineage file : office.plans().lineages(shelf).files()) {
        for (Judgement.Judged one : judgement.of(file.lineage())) {
          one.keptUntil()
              .ifPresent(
                  until ->
                      promises.put(new Promised(shelf.store(), file.file(), one.number()), until));
        }
      }
    }
    return promises;
  }

  /** What happens in ten days. */
  private void work() throws Exception {
    for (Shelf shelf : office.shelves().all()) {
      if (shelf.recording() != RecordingState.RECORDING) {
        continue;
      }
      Path folder = shelf.folder().orElseThrow();
      List<Path> files = files(folder);
      for (int i = 0; i < 8 && !files.isEmpty(); i++) {
        Path file = files.get(random.nextInt(files.size()));
        if (random.nextInt(25) == 0) {
          Files.deleteIfExists(file);
        } else if (Files.exists(file)) {
          byte[] more = new byte[200 + random.nextInt(2_000)];
          random.nextBytes(more);
          Files.write(file, more);
          Files.setLastModifiedTime(file, FileTime.from(now));
        }
      }
      assertThat(office.shelves().capture(shelf, true, Progress.NONE)).isNotNull();
      say(shelf, files);
    }
  }

  private void say(Shelf shelf, List<Path> files) throws IOException {
    Path file = files.get(random.nextInt(files.size()));
    if (Files.notExists(file)) {
      return;
    }
    FileRef ref = office.addresses().file(file.toString(), file.getParent());
    FileLife life = office.files().life(ref);
    int number = life.revisions().get(random.nextInt(life.revisions().size())).number();
    long act =
        switch (random.nextInt(12)) {
          case 0, 1, 2, 3, 4 -> office.sayings().note(ref, number, "as it was in " + now);
          case 5, 6, 7 -> office.sayings().good(ref, number, true);
          case 8, 9, 10 -> office.sayings().hold(ref, number, "needed");
          default ->
              office
                  .snapshots()
                  .take(
                      shelf,
                      org.mendedleaf.core.history.InnerPath.ROOT,
                      "at " + now,
                      "",
                      Progress.NONE)
                  .snapshot()
                  .id();
        };
    assertThat(act).isPositive();
  }

  private static List<Path> files(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return new ArrayList<>(all.filter(Files::isRegularFile).sorted().toList());
    }
  }
}
