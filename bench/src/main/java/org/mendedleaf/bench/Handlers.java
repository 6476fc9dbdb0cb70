package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.catalog.questions.ChangeQuestions;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Opens the real window on a folder of very many files, at a moment and now, walks it, picks all of
 * it, and rehearses that. Everything of ours that runs on the interface thread is timed: answers to
 * questions, and each event as it is dispatched.
 */
public final class Handlers extends TimedWindow {

  /** Milliseconds that somebody looks at the new window before doing anything. */
  private static final long LOOKED_AT = 2000;

  private static final int ALONE = 20;
  private static final int CAPTURED_BESIDE = 2;

  /** Files in the folders that are looked at meanwhile. */
  private static final List<Integer> USUAL = List.of(200, 150);

  private final Path base;
  private final int files;

  private Handlers(Path base, int files) {
    this.base = base;
    this.files = files;
  }

  /**
   * @param args a folder to work in; number of files
   */
  public static void main(String[] args) throws Exception {
    int exit = 1;
    try {
      new Handlers(Path.of(args[0]), Integer.parseInt(args[1])).run();
      exit = 0;
    } catch (IllegalStateException e) {
      System.err.println(e.getMessage());
    }
    // The window would keep the process.
    System.exit(exit);
  }

  private void run() throws Exception {
    try (Office office = Office.open(OfficeSettings.ofThisMachine(base.resolve("home")))) {
      Shelf shelf = fill(office);
      List<ChangeQuestions.ShelfChange> changes = office.moments().changes(shelf);
      Moment then = new Moment.At(changes.get(0).at().plusMillis(1));
      Moment later = new Moment.At(changes.get(changes.size() - 1).at().plusMillis(1));
      open(office);
      Thread.sleep(LOOKED_AT);
      step("shelves", () -> timedGo(new Place.AllShelves()), () -> true);
      showNow("folder now", shelf);
      moments(shelf, then, later);
      TableView<?> table = table("#files-then");
      walk(table);
      pickAll(table);
      report();
      besideCaptures(office, shelf);
    }
  }

  private void showNow(String name, Shelf shelf) throws Exception {
    Place place = new Place.OneShelf(shelf, new InnerPath("in"));
    step(name, () -> timedGo(place), () -> rows("#files") == files);
  }

  private void moments(Shelf shelf, Moment then, Moment later) throws Exception {
    // Nobody goes to a moment before having seen the present; meanwhile its page is made.
    Thread.sleep(LOOKED_AT);
    showMoment("folder at a moment", "the rest of it", shelf, then);
    showNow("now again", shelf);
    showMoment("a later moment", "the rest of that", shelf, later);
    showMoment("straight to the first", "the rest again", shelf, then);
  }

  private void showMoment(String name, String rest, Shelf shelf, Moment moment) throws Exception {
    List<?> before = onInterface(() -> lookup("#files-then").getItems());
    step(
        name,
        () -> timedGo(new Place.ShelfAt(shelf, new InnerPath("in"), moment)),
        () -> rows("#files-then") > 0 && lookup("#files-then").getItems() != before);
    step(rest, () -> {}, () -> rows("#files-then") == files);
  }

  private void walk(TableView<?> table) throws Exception {
    step("to the end", () -> key(table, KeyCode.END, false), () -> true);
    step("half way", () -> table.scrollTo(files / 2), () -> true);
    for (int i = 0; i < 200; i++) {
      step("", () -> key(table, KeyCode.DOWN, false), () -> true);
    }
    for (String letter : List.of("f", "i", "l", "e", " ", "0", "9")) {
      step("", () -> typed(table, letter), () -> true);
    }
  }

  private void pickAll(TableView<?> table) throws Exception {
    step("choose all", () -> key(table, KeyCode.A, true), () -> true);
    // A blank soon after letters would belong to what is typed ahead.
    Thread.sleep(1000);
    step(
        "pick all",
        () -> typed(table, " "),
        () -> window().context().tray().picks().size() == files);
    step("tray", () -> timedGo(new Place.OnTray()), () -> rows("#picks") == files);
    step("copy elsewhere", () -> time(this::copyElsewhere), () -> true);
    step(
        "rehearsal",
        () -> timedGo(new Place.Rehearsed(window().context().tray().tray())),
        () -> rows("#steps") == files);
  }

  /**
   * Goes to and fro between two usual folders while two shelves of very many files are captured.
   */
  private void besideCaptures(Office office, Shelf shelf) throws Exception {
    AtomicLong rounds = new AtomicLong(ALONE);
    print("while nothing else is done", pages(shelf, () -> rounds.getAndDecrement() > 0));
    CountDownLatch left = new CountDownLatch(CAPTURED_BESIDE);
    List<String> failed = Collections.synchronizedList(new ArrayList<>());
    for (int i = 0; i < CAPTURED_BESIDE; i++) {
      Path work = base.resolve("beside" + i);
      write(work.resolve("in"), files, "state one of ");
      Shelf other = office.shelves().add(work, base.resolve("store"), Optional.of("Beside " + i));
      String name = "capture " + i;
      onInterface(
          () -> {
            window()
                .context()
                .jobs()
                .startDue(
                    name,
                    progress -> office.shelves().capture(other, false, progress),
                    outcome -> left.countDown(),
                    problem -> {
                      failed.add(problem.toString());
                      left.countDown();
                    });
            return null;
          });
    }
    List<Double> answers = pages(shelf, () -> left.getCount() > 0);
    if (!failed.isEmpty()) {
      throw new IOException(failed.get(0));
    }
    print("while %d shelves of %,d files are captured".formatted(CAPTURED_BESIDE, files), answers);
  }

  /** How long each page took to show, in milliseconds. */
  private List<Double> pages(Shelf shelf, BooleanSupplier more) throws Exception {
    List<Double> answers = new ArrayList<>();
    while (more.getAsBoolean()) {
      for (int usual = 0; usual < USUAL.size(); usual++) {
        int rows = USUAL.get(usual);
        Place place = new Place.OneShelf(shelf, new InnerPath("usual" + usual));
        long start = System.nanoTime();
        step("", () -> timedGo(place), () -> rows("#files") == rows);
        answers.add((System.nanoTime() - start) / 1e6);
        // As often as somebody could look.
        Thread.sleep(100);
      }
    }
    return answers;
  }

  private static void print(String when, List<Double> answers) {
    System.err.println(when + answers.stream().map(Math::round).toList());
    List<Double> sorted = answers.stream().sorted().toList();
    System.out.printf(
        "%,d pages %s: median %.0f ms, 99th percentile %.0f ms, slowest %.0f ms (hold: 99th 200 ms)%n",
        sorted.size(),
        when,
        sorted.get(sorted.size() / 2),
        sorted.get(sorted.size() * 99 / 100),
        sorted.get(sorted.size() - 1));
  }

  private static void write(Path folder, int count, String text) throws IOException {
    Files.createDirectories(folder);
    for (int i = 0; i < count; i++) {
      Files.writeString(folder.resolve("file %06d.txt".formatted(i)), text + i);
    }
  }

  private void copyElsewhere() {
    Handling elsewhere = Handling.IN_PLACE.to(new Destination.Folder(base.resolve("out")));
    window().context().tray().handlingProperty().set(elsewhere);
  }

  private Shelf fill(Office office) throws IOException {
    Path work = base.resolve("work");
    Path folder = work.resolve("in");
    write(folder, files, "state one of ");
    for (int usual = 0; usual < USUAL.size(); usual++) {
      write(work.resolve("usual" + usual), USUAL.get(usual), "usual ");
    }
    Path store = base.resolve("store");
    office.stores().make(store);
    Shelf shelf = office.shelves().add(work, store, Optional.of("Very many"));
    capture(office, shelf);
    for (int i = 0; i < files; i += 10) {
      Files.write(
          folder.resolve("file %06d.txt".formatted(i)),
          ("state two, longer, of " + i).getBytes(StandardCharsets.UTF_8));
    }
    capture(office, shelf);
    return shelf;
  }

  private static void capture(Office office, Shelf shelf) throws IOException {
    CaptureOutcome outcome = office.shelves().capture(shelf, false, Progress.NONE);
    if (!(outcome instanceof CaptureOutcome.Done)) {
      throw new IOException("could not be captured: " + outcome);
    }
  }
}
