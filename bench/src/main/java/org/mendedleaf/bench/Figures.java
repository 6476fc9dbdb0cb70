package org.mendedleaf.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * Measures what docs/architecture.md promises, each figure beside its yardstick. Prints one line a
 * figure.
 */
public final class Figures {

  private final Path base;
  private final Pairs pairs;

  private Figures(Path base, Pairs pairs) {
    this.base = base;
    this.pairs = pairs;
  }

  /**
   * @param args a folder to work in, best on a file system in memory; megabytes; number of pairs
   */
  public static void main(String[] args) throws Exception {
    Path base = Path.of(args[0]);
    long megabytes = Long.parseLong(args[1]);
    int runs = Integer.parseInt(args[2]);
    Figures figures = new Figures(base, new Pairs(runs));
    Pairs.head();
    if (megabytes > 0) {
      figures.mixed(megabytes << 20);
    }
    figures.manyFiles(100_000);
  }

  private void mixed(long bytes) throws Exception {
    Path work = base.resolve("mixed");
    MixedFolder.fill(work, bytes, 42);
    Callable<Taken> hashing =
        () -> Taken.byShell("find mixed -type f -print0 | xargs -0 sha256sum", base);
    pairs.print(
        "first capture",
        () -> {
          delete(base.resolve("store"));
          delete(base.resolve("home"));
          try (Office office = office()) {
            Shelf shelf = shelf(office, work);
            return Taken.by(() -> capture(office, shelf));
          }
        },
        hashing);
    try (Office office = office()) {
      String store = office.stores().id(Optional.empty());
      pairs.print(
          "deep verify",
          () -> Taken.by(() -> office.stores().verify(store, VerifyDepth.DEEP, Progress.NONE)),
          () -> Taken.byShell("find store/sheaves -type f -print0 | xargs -0 sha256sum", base));
      pairs.print(
          "deep verify with contents",
          () -> Taken.by(() -> office.stores().verify(store, VerifyDepth.CONTENT, Progress.NONE)),
          hashing);
      Shelf shelf = office.shelves().all().get(0);
      pairs.print(
          "recover elsewhere, checked",
          () -> Taken.by(() -> recover(office, shelf)),
          () ->
              Taken.byShell(
                  "rm -rf copied && cp -r mixed copied && find copied -type f -print0 | xargs -0 sha256sum",
                  base));
      delete(base.resolve("copied"));
      pairs.print("rebuild the catalogue", () -> Taken.by(() -> office.stores().rebuild(store)));
      System.out.printf("store %,d bytes of %,d%n", bytesIn(base.resolve("store")), bytesIn(work));
    }
    delete(base.resolve("store"));
    delete(base.resolve("home"));
    delete(work);
  }

  private void manyFiles(int count) throws Exception {
    Path work = base.resolve("many");
    for (int i = 0; i < count; i++) {
      Path file = work.resolve("d" + i / 500).resolve("file " + i + ".txt");
      Files.createDirectories(file.getParent());
      Files.writeString(file, "the content of file " + i + "\n");
    }
    Thread.sleep(2500);
    Callable<Taken> looking = () -> Taken.byShell("find many -type f -printf '%s %T@'", base);
    try (Office office = office()) {
      Shelf shelf = shelf(office, work);
      new Pairs(1)
          .print(
              "first capture, 100,000 files",
              () -> Taken.by(() -> capture(office, shelf)),
              () -> Taken.byShell("find many -type f -print0 | xargs -0 sha256sum", base));
      System.gc();
      pairs.print(
          "capture again, unchanged", () -> Taken.by(() -> capture(office, shelf)), looking);
      int[] round = {0};
      pairs.print(
          "capture again, 1 % changed",
          () -> {
            round[0]++;
            for (int i = 0; i < count; i += 100) {
              Path file = work.resolve("d" + i / 500).resolve("file " + i + ".txt");
              Files.writeString(file, "more " + round[0] + "\n", StandardOpenOption.APPEND);
            }
            return Taken.by(() -> capture(office, shelf));
          },
          () -> Taken.by(() -> capture(office, shelf)));
    }
  }

  private Office office() throws IOException {
    return Office.open(OfficeSettings.ofThisMachine(base.resolve("home")));
  }

  private Shelf shelf(Office office, Path work) throws IOException {
    Path store = base.resolve("store");
    if (!Files.exists(store)) {
      office.stores().make(store);
    }
    return office.shelves().add(work, store, Optional.empty());
  }

  private static Object capture(Office office, Shelf shelf) throws IOException {
    CaptureOutcome outcome = office.shelves().capture(shelf, false, Progress.NONE);
    if (!(outcome instanceof CaptureOutcome.Done)) {
      throw new IOException("not captured: " + outcome);
    }
    return outcome;
  }

  private Object recover(Office office, Shelf shelf) throws IOException {
    Path target = base.resolve("recovered");
    delete(target);
    Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.Now(Instant.now()));
    Handling elsewhere =
        Handling.IN_PLACE.to(new Destination.Folder(Files.createDirectories(target)));
    Tray tray = new Tray(List.of(new Tray.Entry(shelf.store(), shelf.id(), all)), elsewhere);
    return office.recoveries().run(tray, Progress.NONE);
  }

  private static long bytesIn(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files.filter(Files::isRegularFile).mapToLong(Figures::size).sum();
    }
  }

  private static long size(Path file) {
    try {
      return Files.size(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void delete(Path folder) throws IOException {
    if (Files.exists(folder)) {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(file);
        }
      }
    }
  }
}
