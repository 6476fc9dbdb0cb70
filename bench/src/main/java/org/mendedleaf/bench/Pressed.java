package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Presses a store, tells what it takes before and after, and reads the same random contents from it
 * and from a copy that was not pressed, in alternating pairs, each with nothing in memory.
 */
public final class Pressed {

  private static final int READS = 1_000;

  private Pressed() {}

  /**
   * @param args a folder in which the store lies under "pressed"; number of pairs
   */
  public static void main(String[] args) throws Exception {
    Path base = Path.of(args[0]);
    copy(base.resolve("pressed"), base.resolve("unpressed"));
    try (Office office = Office.open(OfficeSettings.ofThisMachine(base.resolve("pressing")))) {
      String store = office.stores().open(base.resolve("pressed")).id();
      long start = System.nanoTime();
      long freed = 0;
      long one;
      do {
        one = office.stores().coldSheaves().press(store, Duration.ZERO, Progress.NONE);
        freed += one;
      } while (one > 0);
      System.out.printf("pressed in %.1f s, %d bytes fewer%n", seconds(start), freed);
    }
    int pairs = Integer.parseInt(args[1]);
    List<Double> ratios = new ArrayList<>();
    for (int i = 0; i <= pairs; i++) {
      double before = reads(base, "unpressed", i);
      double after = reads(base, "pressed", i);
      if (i > 0) {
        ratios.add(after / before);
        System.out.printf(
            "95th percentile of %d random reads: %.3f ms before, %.3f ms pressed%n",
            READS, before, after);
      }
    }
    ratios.sort(null);
    System.out.printf(
        "pressed / not pressed: %.2f (%.2f to %.2f)%n",
        ratios.get(ratios.size() / 2), ratios.get(0), ratios.get(ratios.size() - 1));
  }

  private static double reads(Path base, String name, int seed) throws IOException {
    Path folder = base.resolve(name);
    try (Store store =
            Store.open(folder, LocalDurability.probe(base).unforced(), new SecureRandom());
        Catalogue catalogue = Catalogue.open(store, base.resolve(name + ".sqlite"))) {
      if (seed == 0) {
        System.out.printf("%s: %d bytes in use%n", name, inUse(store, catalogue));
      }
      List<ContentRef> contents = new ArrayList<>();
      for (RecordedShelf shelf : catalogue.shelves().all()) {
        catalogue
            .files()
            .allOf(shelf.id())
            .forEach(revision -> revision.state().content().ifPresent(contents::add));
      }
      Random random = new Random(seed);
      double[] millis = new double[READS];
      for (int i = 0; i < READS; i++) {
        ContentRef content = contents.get(random.nextInt(contents.size()));
        long start = System.nanoTime();
        var unused = catalogue.contents().bytes(content);
        millis[i] = seconds(start) * 1000;
      }
      Arrays.sort(millis);
      return millis[READS * 95 / 100];
    }
  }

  /** Without files that were retired and wait to be deleted, and without the reserve. */
  private static long inUse(Store store, Catalogue catalogue) throws IOException {
    long bytes = 0;
    for (SheafId sheaf : catalogue.ledger().sheaves()) {
      bytes += store.lengthOf(sheaf);
    }
    for (String part : List.of("log", "twin", "store.json")) {
      try (Stream<Path> files = Files.walk(store.root().resolve(part))) {
        for (Path file : files.filter(Files::isRegularFile).toList()) {
          bytes += Files.size(file);
        }
      }
    }
    return bytes;
  }

  static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Files.copy(file, to.resolve(from.relativize(file).toString()));
      }
    }
  }

  private static double seconds(long since) {
    return (System.nanoTime() - since) / 1e9;
  }
}
