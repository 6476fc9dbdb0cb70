package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;

/**
 * What examining costs beside capturing: one in a hundred of many text files is edited, captured,
 * and examined.
 */
public final class Screened {

  private static final int FILES_PER_FOLDER = 500;
  private static final int CHANGED_OF = 100;
  private static final int LINES = 40;
  private static final Duration LONG = Duration.ofHours(1);

  private Screened() {}

  /**
   * @param args a folder to work in; number of files; number of rounds
   */
  public static void main(String[] args) throws Exception {
    Path base = Path.of(args[0]);
    int files = Integer.parseInt(args[1]);
    Path work = base.resolve("work");
    Random random = new Random(5);
    for (int i = 0; i < files; i++) {
      Files.createDirectories(file(work, i).getParent());
      StringBuilder text = new StringBuilder();
      for (int line = 0; line < LINES; line++) {
        text.append(line(random));
      }
      Files.writeString(file(work, i), text);
    }
    try (Office office = Office.open(OfficeSettings.ofThisMachine(base.resolve("home")))) {
      Path store = base.resolve("store");
      office.stores().make(store);
      Shelf shelf = office.shelves().add(work, store, Optional.of("Very many"));
      print("first capture of " + files + " files", Taken.by(() -> capture(office, shelf)));
      print("its first states passed over", Taken.by(() -> screen(office, shelf)));
      for (int round = 0; round < Integer.parseInt(args[2]); round++) {
        for (int i = round; i < files; i += CHANGED_OF) {
          edit(file(work, i), random);
        }
        Taken capture = Taken.by(() -> capture(office, shelf));
        Taken screen = Taken.by(() -> screen(office, shelf));
        print("1 % changed, captured", capture);
        print("examined", screen);
        System.out.printf(
            "%-40s %7.2f%n", "examining / capturing, cpu", screen.cpu() / capture.cpu());
      }
    }
  }

  /** Half of them get another line at their end, half another one in the place of one. */
  private static void edit(Path file, Random random) throws IOException {
    if (random.nextBoolean()) {
      Files.writeString(file, line(random), StandardOpenOption.APPEND);
      return;
    }
    List<String> lines = new ArrayList<>(Files.readAllLines(file));
    lines.set(random.nextInt(lines.size()), line(random).strip());
    Files.writeString(file, String.join("\n", lines) + "\n");
  }

  private static Path file(Path work, int i) {
    return work.resolve("folder %05d".formatted(i / FILES_PER_FOLDER))
        .resolve("file %06d.txt".formatted(i));
  }

  private static String line(Random random) {
    return "panel %d of %d mm, cloth %d, seam %d mm\n"
        .formatted(
            random.nextInt(90), 900 + random.nextInt(4_000), random.nextInt(9), random.nextInt(30));
  }

  private static Object capture(Office office, Shelf shelf) throws IOException {
    CaptureOutcome outcome = office.shelves().capture(shelf, false, Progress.NONE);
    if (!(outcome instanceof CaptureOutcome.Done)) {
      throw new IOException("could not be captured: " + outcome);
    }
    return outcome;
  }

  private static Object screen(Office office, Shelf shelf) throws IOException {
    return office.screenings().screen(shelf.store(), LONG, Progress.NONE);
  }

  private static void print(String figure, Taken taken) {
    System.out.printf("%-40s %7.2f s, cpu %7.2f s%n", figure, taken.wall(), taken.cpu());
  }
}
