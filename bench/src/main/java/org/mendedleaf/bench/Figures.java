package org.mendedleaf.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.OfficeSettings;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.office.VerifyDepth;
import org.mendedleaf.core.progress.Progress;

/**
 * Measures what docs/architecture.md promises, each figure beside its yardstick in the same run, as
 * the median of several. Prints one line a figure: ours, the yardstick, the ratio.
 */
public final class Figures {

  private final Path base;
  private final int runs;

  private Figures(Path base, int runs) {
    this.base = base;
    this.runs = runs;
  }

  /**
   * @param args a folder to work in, best on a file system in memory; megabytes; number of runs
   */
  public static void main(String[] args) throws Exception {
    Path base = Path.of(args[0]);
    long megabytes = Long.parseLong(args[1]);
    int runs = Integer.parseInt(args[2]);
    Figures figures = new Figures(base, runs);
    System.out.printf("%-34s %10s %10s %7s%n", "figure", "ours", "yardstick", "ratio");
    if (megabytes > 0) {
      figures.mixed(megabytes << 20);
    }
    figures.manyFiles(100_000);
  }

  private void mixed(long bytes) throws Exception {
    Path work = base.resolve("mixed");
    MixedFolder.fill(work, bytes, 42);
    String hashes = "find mixed -type f -print0 | xargs -0 sha256sum > /dev/null";
    double plain = median(() -> shell(hashes));
    double ours =
        median(
            () -> {
              delete(base.resolve("store"));
              delete(base.resolve("home"));
              try (Office office = office()) {
                Shelf shelf = shelf(office, work);
                return seconds(() -> capture(office, shelf));
              }
            });
    print("first capture", ours, plain);
    try (Office office = office()) {
      String store = office.stores().id(Optional.empty());
      print(
          "deep verify",
          median(
              () -> seconds(() -> office.stores().verify(store, VerifyDepth.DEEP, Progress.NONE))),
          median(
              () -> shell("find store/sheaves -type f -print0 | xargs -0 sha256sum > /dev/null")));
      print(
          "deep verify with contents",
          median(
              () ->
                  seconds(() -> office.stores().verify(store, VerifyDepth.CONTENT, Progress.NONE))),
          plain);
      print(
          "rebuild the catalogue", median(() -> seconds(() -> office.stores().rebuild(store))), 0);
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
    String look = "find many -type f -printf '%s %T@' > /dev/null";
    try (Office office = office()) {
      Shelf shelf = shelf(office, work);
      double first = seconds(() -> capture(office, shelf));
      System.gc();
      print(
          "first capture, 100,000 files",
          first,
          shell("find many -type f -print0 | xargs -0 sha256sum > /dev/null"));
      double unchanged = median(() -> seconds(() -> capture(office, shelf)));
      print("capture again, unchanged", unchanged, median(() -> shell(look)));
      int[] round = {0};
      double changed =
          median(
              () -> {
                round[0]++;
                for (int i = 0; i < count; i += 100) {
                  Path file = work.resolve("d" + i / 500).resolve("file " + i + ".txt");
                  Files.writeString(file, "more " + round[0] + "\n", StandardOpenOption.APPEND);
                }
                return seconds(() -> capture(office, shelf));
              });
      print("capture again, 1 % changed", changed, unchanged);
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

  private double median(Callable<Double> run) throws Exception {
    double[] seconds = new double[runs];
    for (int i = 0; i < runs; i++) {
      seconds[i] = run.call();
    }
    Arrays.sort(seconds);
    return seconds[runs / 2];
  }

  private static double seconds(Callable<?> work) throws Exception {
    long start = System.nanoTime();
    work.call();
    return (System.nanoTime() - start) / 1e9;
  }

  private double shell(String command) throws Exception {
    return seconds(
        () -> {
          Process process =
              new ProcessBuilder(List.of("bash", "-c", command))
                  .directory(base.toFile())
                  .inheritIO()
                  .start();
          if (process.waitFor() != 0) {
            throw new IOException("failed: " + command);
          }
          return null;
        });
  }

  private static void print(String figure, double ours, double yardstick) {
    if (yardstick == 0) {
      System.out.printf("%-34s %8.2f s%n", figure, ours);
    } else {
      System.out.printf(
          "%-34s %8.2f s %8.2f s %6.2fx%n", figure, ours, yardstick, ours / yardstick);
    }
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
