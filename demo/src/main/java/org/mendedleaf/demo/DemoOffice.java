package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.stores.StoreFacts;

/**
 * Builds the demo office by replaying its story through the real engine with the clock moved, and
 * keeps the result in a cache folder.
 *
 * @param root the cache folder; holds "desk" with the shelves' folders, "Attic drive" with the
 *     store, "home", "put aside" with the drive of the mirror, and "cutting room" with another desk
 */
public record DemoOffice(Path root) {

  /** Raise it whenever the story or the store's format changes. */
  private static final String EDITION = "16";

  /** From the machine's clock to the demo's; the same as long as the process runs. */
  @SuppressWarnings("TimeInStaticInitializer") // one offset for the clock and for files' times
  private static final Duration FROM_MACHINE =
      Duration.between(Instant.now().truncatedTo(ChronoUnit.SECONDS), Loft.NOW);

  private static final Duration LOOKED = Duration.ofMinutes(12);
  private static final String FRIDAYS = "at 17:30 on Friday, labelled Week {week}, the newest 12";
  private static final Instant FIRST_FRIDAY =
      LocalDate.of(2025, 11, 21).atTime(17, 30).atZone(Loft.ZONE).toInstant();
  private static final Duration SUMMARIES = Duration.ofMinutes(5);
  private static final Duration RHYTHM = Duration.ofMinutes(20);
  private static final Duration WATCHFUL = Duration.ofMinutes(1);

  /** Beside the one in the cache, for a walk that may change what it shows. */
  public static DemoOffice forPictures() {
    return new DemoOffice(inCache().root().resolveSibling("pictures-" + EDITION));
  }

  /** In the user's cache folder. */
  public static DemoOffice inCache() {
    String cache = System.getenv("XDG_CACHE_HOME");
    Path base =
        cache == null || cache.isBlank()
            ? Path.of(System.getProperty("user.home"), ".cache")
            : Path.of(cache);
    return new DemoOffice(base.resolve("mended-leaf").resolve("demo-" + EDITION));
  }

  public boolean isBuilt() {
    return Files.exists(root.resolve("built"));
  }

  /** What an office over the demo is opened with. */
  public OfficeSettings settings(InstantSource clock) {
    return new OfficeSettings(
        root.resolve("home"),
        clock,
        Loft.ZONE,
        new Random(),
        Owners.FILE_SYSTEM,
        DemoOffice::onDemoClock,
        Places.TRIED_OUT,
        Loft.MAREN,
        StoreParameters.STANDARD.forTrial(),
        Runtime.getRuntime().availableProcessors());
  }

  /** What is saved while the demo is open gets the machine's time, which lies after the story's. */
  private static Instant onDemoClock(Instant fileTime) {
    boolean savedNow = fileTime.isAfter(Loft.NOW.plus(Duration.ofDays(1)));
    return savedNow ? fileTime.plus(FROM_MACHINE) : fileTime;
  }

  /** A clock that stands at the demo's now. */
  public static InstantSource frozenClock() {
    return InstantSource.fixed(Loft.NOW);
  }

  /** A clock that starts at the demo's now and runs. */
  public static InstantSource runningClock() {
    return InstantSource.offset(InstantSource.system(), FROM_MACHINE);
  }

  /** Builds it anew. */
  public void build(Progress progress) throws IOException {
    delete(root);
    List<Happening> story = Story.tell();
    progress.phase(Phase.RECORDING, story.size(), 0);
    DemoReplay replay = new DemoReplay();
    try (Office office = Office.open(replay.settings())) {
      replay.run(office, story, progress);
    }
    Files.writeString(root.resolve("built"), EDITION + "\n");
  }

  /** One replay of the story. */
  private final class DemoReplay {
    private final Map<Path, String> owners = new HashMap<>();
    private final Map<String, Shelf> shelves = new HashMap<>();
    private Instant now = Story.begin();
    private boolean webPaused;
    private boolean planned;
    private boolean mirrored;
    private boolean mirrorAway;
    private Instant friday = FIRST_FRIDAY;

    OfficeSettings settings() {
      return settings(root.resolve("home"), file -> Optional.ofNullable(owners.get(file)), 1);
    }

    private OfficeSettings settings(Path home, Owners owner, long seed) {
      return new OfficeSettings(
          home,
          () -> now,
          Loft.ZONE,
          new Random(seed),
          owner,
          FileTimes.AS_THEY_ARE,
          Places.UNFORCED,
          Loft.MAREN,
          StoreParameters.STANDARD.forTrial(),
          1);
    }

    void run(Office office, List<Happening> story, Progress progress) throws IOException {
      Path store = root.resolve("Attic drive");
      office.stores().make(store);
      Set<String> changed = new LinkedHashSet<>();
      Instant next = Story.begin().plus(RHYTHM);
      Deque<Story.Labelled> snapshots = new ArrayDeque<>(Story.snapshots());
      for (Happening happening : story) {
        while (!snapshots.isEmpty() && snapshots.peek().at().isBefore(happening.at())) {
          take(office, snapshots.pop());
        }
        if (!webPaused && happening.at().isAfter(Loft.WEB_PAUSED)) {
          pauseWeb(office, changed);
        }
        if (!planned && happening.at().isAfter(Loft.PLANNED)) {
          plan(office, changed);
        }
        mirror(office, changed, happening.at());
        label(office, happening.at());
        if (!happening.at().isBefore(next)) {
          captureChanged(office, changed, next);
          next = slotAfter(happening.at());
        }
        happen(office, happening, store);
        changed.add(happening.shelf());
        progress.advanced(1, 0);
      }
      captureChanged(office, changed, next);
      for (StoreFacts facts : office.stores().known()) {
        var unusedExamined = office.screenings().screen(facts.id(), SUMMARIES, Progress.NONE);
        var unusedFirst = office.screenings().screenFirst(facts.id(), SUMMARIES, Progress.NONE);
        var unusedSummed = office.comparisons().sumUp(facts.id(), SUMMARIES, Progress.NONE);
      }
      hold(office);
      people(office);
      Document guide =
          new Handbook(root.resolve("desk").resolve("Handbook arrivals"), office, at -> now = at)
              .tell(store);
      Path room = root.resolve("cutting room");
      OfficeSettings theirs =
          settings(room.resolve("home"), file -> Optional.of(Loft.TEO), 2).withPerson(Loft.TEO);
      new CuttingRoom(room, theirs, at -> now = at).tell(store);
      now = next;
      new Downloads(root.resolve("desk"), office).arrive(guide);
      new WorkingCopies(root.resolve("desk"), office).leave();
      // The watch has just looked through what is captured on save.
      capture(office, Set.of(Loft.CUTTING, Loft.REPAIRS), Loft.NOW.minus(LOOKED));
    }

    /** In March Anselm took the drive of the mirror away, and has not brought it back. */
    private void mirror(Office office, Set<String> changed, Instant at) throws IOException {
      Path drive = root.resolve("Cellar drive");
      if (!mirrored && at.isAfter(Loft.MIRRORED)) {
        captureChanged(office, changed, Loft.MIRRORED);
        String store = office.stores().known().get(0).id();
        var unused = office.stores().mirrors().set(store, drive.resolve("mirror"), Progress.NONE);
        mirrored = true;
      }
      if (!mirrorAway && at.isAfter(Loft.MIRROR_AWAY)) {
        captureChanged(office, changed, Loft.MIRROR_AWAY);
        Path aside = Files.createDirectories(root.resolve("put aside"));
        Files.move(drive, aside.resolve(drive.getFileName()));
        mirrorAway = true;
      }
    }

    /** The web pages were paused in January, and people forgot. */
    private void pauseWeb(Office office, Set<String> changed) throws IOException {
      captureChanged(office, changed, Loft.WEB_PAUSED);
      var unused = office.recordingAndPeople().recording(shelves.get(Loft.WEB), false);
      webPaused = true;
    }

    /**
     * In February Priya chose how long things are kept, and let the oldest quotations go: their
     * time is nearly over.
     */
    private void plan(Office office, Set<String> changed) throws IOException {
      captureChanged(office, changed, Loft.PLANNED);
      NamedPlan memory =
          ReadyPlans.named("Office memory", Loft.ZONE, DayOfWeek.MONDAY)
              .orElseThrow()
              .captured(new Rhythm.OnSave())
              .withSnapshots(List.of(SnapshotTimes.parse(FRIDAYS).orElseThrow()));
      Shelf cutting = shelves.get(Loft.CUTTING);
      var shared = office.plans().choose(cutting, memory);
      var more = office.plans().choose(shelves.get(Loft.REPAIRS), memory);
      List<KeepRule> rules =
          Stream.of(
                  "the newest 2",
                  "what was replaced less than 14 days ago",
                  "what closed a month in the last 5 years",
                  "what was issued",
                  "what has a note")
              .map(sentence -> KeepSentences.parse(sentence).orElseThrow())
              .toList();
      Shelf orders = shelves.get(Loft.ORDERS);
      var papers =
          office
              .plans()
              .choose(
                  orders,
                  new NamedPlan(
                      "Order papers",
                      new CarePlan(
                          Loft.ZONE, DayOfWeek.MONDAY, rules, CarePlan.REMOVED, CarePlan.GRACE)));
      var thinned = office.thinnings().thin(orders, true);
      planned = shared.size() + more.size() + papers.size() > 0 && thinned.freed() == 0;
    }

    private void people(Office office) throws IOException {
      Shelf cutting = shelves.get(Loft.CUTTING);
      var teo = office.recordingAndPeople().person(cutting, Loft.TEO, Optional.of(Role.MAKER));
      var juno = office.recordingAndPeople().person(teo, Loft.JUNO, Optional.of(Role.LOOKER));
      var unused = office.recordingAndPeople().leaveOut(juno, List.of("*.bak", "plotter spool"));
    }

    /** The good report of job 308 is needed as long as the insurer disputes it. */
    private void hold(Office office) throws IOException {
      FileRef report = office.addresses().file("Repairs:Job 308/insurance report.pdf", Path.of(""));
      FileLife life = office.files().life(report);
      int good = life.newest().number() - 1;
      var unused = office.sayings().hold(report, good, "dispute with the insurer over job 308");
    }

    private void happen(Office office, Happening happening, Path store) throws IOException {
      now = happening.at();
      Path folder = root.resolve("desk").resolve(happening.shelf());
      if (!shelves.containsKey(happening.shelf())) {
        Files.createDirectories(folder);
        shelves.put(
            happening.shelf(), office.shelves().add(folder, store, Optional.of(happening.shelf())));
      }
      Path file = happening.deed().in(folder);
      if (file != null) {
        Files.setLastModifiedTime(file, FileTime.from(happening.saved()));
        owners.put(file, happening.person());
      }
    }

    private void take(Office office, Story.Labelled wanted) throws IOException {
      now = wanted.at();
      Shelf shelf = shelves.get(wanted.shelf());
      var unused =
          office
              .snapshots()
              .take(shelf, InnerPath.ROOT, wanted.label(), wanted.reason(), Progress.NONE);
    }

    private void captureChanged(Office office, Set<String> changed, Instant at) throws IOException {
      capture(office, changed, at);
      changed.clear();
    }

    private void capture(Office office, Set<String> some, Instant at) throws IOException {
      now = at;
      for (String name : some) {
        if (webPaused && name.equals(Loft.WEB)) {
          continue;
        }
        CaptureOutcome outcome = office.shelves().capture(shelves.get(name), false, Progress.NONE);
        if (!(outcome instanceof CaptureOutcome.Done)) {
          throw new IOException("The demo office could not be captured: " + outcome);
        }
      }
    }

    /** The snapshots of the Friday evenings up to then. */
    private void label(Office office, Instant until) throws IOException {
      while (friday.isBefore(until)) {
        now = friday;
        friday = friday.atZone(Loft.ZONE).plusWeeks(1).toInstant();
        for (Rhythms.Due due : planned ? office.rhythms().due() : List.<Rhythms.Due>of()) {
          if (due.doing() instanceof Rhythms.Labelling) {
            var unused = office.rhythms().run(due, Progress.NONE);
          }
        }
      }
    }

    private static Instant slotAfter(Instant at) {
      Instant scrambled = Story.SCRAMBLED.atZone(Loft.ZONE).toInstant();
      long slot = (at.isBefore(scrambled) ? RHYTHM : WATCHFUL).toSeconds();
      return Instant.ofEpochSecond((at.getEpochSecond() / slot + 1) * slot);
    }
  }

  /** Takes it away. */
  public void delete() throws IOException {
    delete(root);
  }

  private static void delete(Path folder) throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    Files.walkFileTree(
        folder,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            Files.delete(file);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path done, IOException e) throws IOException {
            Files.delete(done);
            return FileVisitResult.CONTINUE;
          }
        });
  }
}
