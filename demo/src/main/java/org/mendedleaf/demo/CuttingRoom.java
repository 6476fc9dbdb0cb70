package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;

/**
 * Another desk of the office, in the cutting room: it records the plotter's files into the same
 * store. Since 2 March nobody has connected the store there, and what was saved waits in its spool.
 */
final class CuttingRoom {

  static final String SHELF = "Plotter";

  private static final LocalDateTime BEGIN = LocalDateTime.of(2026, 2, 17, 9, 10);
  private static final LocalDateTime AWAY = LocalDateTime.of(2026, 3, 2, 12, 0);

  private static final List<LocalDateTime> CAPTURES =
      List.of(
          BEGIN,
          LocalDateTime.of(2026, 2, 20, 15, 40),
          LocalDateTime.of(2026, 2, 26, 11, 20),
          LocalDateTime.of(2026, 3, 2, 9, 50),
          LocalDateTime.of(2026, 3, 3, 16, 5),
          LocalDateTime.of(2026, 3, 6, 10, 30),
          LocalDateTime.of(2026, 3, 10, 14, 45));

  private final Path root;
  private final OfficeSettings settings;
  private final Consumer<Instant> clock;
  private final Random random = new Random(60);
  private final Map<String, Document> documents = new LinkedHashMap<>();

  /**
   * @param root the room's folder; holds "Plotter", "home", and "Attic drive" while that is
   *     connected
   * @param settings with a home in it
   * @param clock sets the time
   */
  CuttingRoom(Path root, OfficeSettings settings, Consumer<Instant> clock) {
    this.root = root;
    this.settings = settings;
    this.clock = clock;
    documents.put("Dunlin 29 jib.loft", new BinaryDocument(24_000, random));
    documents.put("Avocet 36 mainsail.loft", new BinaryDocument(41_000, random));
    documents.put(
        "blade changes.csv",
        new TableDocument(
            TableDocument.TableFormat.CSV,
            "B",
            List.of("blade", "metres", "changed", "cloth"),
            9,
            random));
  }

  /** Tells its story. */
  void tell(Path store) throws IOException {
    Path folder = Files.createDirectories(root.resolve(SHELF));
    Path connected = root.resolve(store.getFileName());
    Files.createSymbolicLink(connected, root.relativize(store));
    clock.accept(at(BEGIN));
    try (Office office = Office.open(settings)) {
      Shelf shelf = office.shelves().add(folder, connected, Optional.of(SHELF));
      // Maren keeps what the whole office records.
      var kept = office.recordingAndPeople().person(shelf, Loft.MAREN, Optional.of(Role.KEEPER));
      for (LocalDateTime time : CAPTURES) {
        if (time.isAfter(AWAY)) {
          Files.deleteIfExists(connected);
        }
        save(folder, time);
        clock.accept(at(time));
        CaptureOutcome outcome = office.shelves().capture(kept, false, Progress.NONE);
        if (!(outcome instanceof CaptureOutcome.Done)) {
          throw new IOException("The cutting room could not be captured: " + outcome);
        }
      }
    }
  }

  private void save(Path folder, LocalDateTime time) throws IOException {
    for (Map.Entry<String, Document> one : documents.entrySet()) {
      Path file = folder.resolve(one.getKey());
      if (Files.exists(file) && random.nextInt(3) == 0) {
        continue;
      }
      one.getValue().work(random);
      Files.write(file, one.getValue().save(Loft.TEO));
      Files.setLastModifiedTime(file, FileTime.from(at(time.minusMinutes(4))));
    }
  }

  private static Instant at(LocalDateTime time) {
    return time.atZone(Loft.ZONE).toInstant();
  }
}
