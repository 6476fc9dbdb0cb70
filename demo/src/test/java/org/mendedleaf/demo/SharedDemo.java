package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.Shelf;

/** The demo office, built once for all tests of a run; whoever changes it takes that back. */
final class SharedDemo {

  private static DemoOffice built;
  private static FoundAtFirst found;

  private SharedDemo() {}

  static synchronized DemoOffice get() throws IOException {
    if (built == null) {
      DemoOffice demo =
          new DemoOffice(Path.of("target", "demo-for-tests." + fork()).toAbsolutePath());
      demo.build(Progress.NONE);
      found = lookAt(demo);
      built = demo;
    }
    return built;
  }

  /**
   * What is damaged in the office as it was built; tests mend it and take that back.
   *
   * @param events what many files met with at once
   * @param leftovers copies that programs left
   */
  record FoundAtFirst(
      List<DoubtfulFile> damaged, List<MassEvents.ShelfEvent> events, List<Leftover> leftovers) {}

  static synchronized FoundAtFirst found() throws IOException {
    var unused = get();
    return found;
  }

  private static FoundAtFirst lookAt(DemoOffice demo) throws IOException {
    List<DoubtfulFile> damaged = new ArrayList<>();
    List<MassEvents.ShelfEvent> events = new ArrayList<>();
    List<Leftover> leftovers = new ArrayList<>();
    try (Office office = Office.open(demo.settings(DemoOffice.runningClock()))) {
      for (Shelf shelf : office.shelves().all()) {
        events.addAll(office.massEvents().of(shelf));
        office.screenings().doubtful(shelf).stream()
            .filter(one -> one.first().strength().isDamage())
            .forEach(damaged::add);
      }
      leftovers.addAll(office.leftovers().look(Progress.NONE).leftovers());
    }
    return new FoundAtFirst(damaged, events, leftovers);
  }

  /** Tests may run in several processes side by side; each has an office of its own. */
  private static String fork() {
    return System.getProperty("fork", "1");
  }

  /** Copies a part of it, for a test that changes something. */
  static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> all = Files.walk(from)) {
      for (Path one : all.toList()) {
        Path target = to.resolve(from.relativize(one).toString());
        if (Files.isDirectory(one)) {
          Files.createDirectories(target);
        } else {
          Files.copy(one, target, StandardCopyOption.COPY_ATTRIBUTES);
        }
      }
    }
  }
}
