package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
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

/**
 * What very many small files cost besides their bytes: a folder of them is renamed and recorded,
 * and recovered to another place beside a plain copy that forces each file; folders lie deep in
 * each other.
 */
public final class ManyFiles {

  private static final int FILES_PER_FOLDER = 500;
  private static final int DEEP = 1_500;

  private final Path base;
  private final int files;
  private final int pairs;
  private int recoveries;
  private int copies;

  private ManyFiles(Path base, int files, int pairs) {
    this.base = base;
    this.files = files;
    this.pairs = pairs;
  }

  /**
   * @param args a folder to work in; number of files; number of pairs
   */
  public static void main(String[] args) throws Exception {
    new ManyFiles(Path.of(args[0]), Integer.parseInt(args[1]), Integer.parseInt(args[2])).run();
  }

  private void run() throws Exception {
    Path work = base.resolve("work");
    fill(work.resolve("in"));
    try (Office office = Office.open(OfficeSettings.ofThisMachine(base.resolve("home")))) {
      Path store = base.resolve("store");
      office.stores().make(store);
      Shelf shelf = office.shelves().add(work, store, Optional.of("Very many"));
      print("first capture of " + files + " files", Taken.by(() -> capture(office, shelf)));
      Files.move(work.resolve("in"), work.resolve("renamed"));
      print("their folder renamed, captured", Taken.by(() -> capture(office, shelf)));
      print("nothing changed", Taken.by(() -> capture(office, shelf)));
      if (pairs == 0) {
        return;
      }
      Pairs.head();
      new Pairs(pairs)
          .print(
              "recovered / copied and forced",
              () -> Taken.by(() -> recover(office, shelf)),
              () -> Taken.by(() -> copy(work.resolve("renamed"))));
    }
    deep();
  }

  private void fill(Path folder) throws IOException {
    Random random = new Random(3);
    byte[] bytes = new byte[1500];
    for (int i = 0; i < files; i++) {
      Path in = folder.resolve("folder %05d".formatted(i / FILES_PER_FOLDER));
      if (i % FILES_PER_FOLDER == 0) {
        Files.createDirectories(in);
      }
      random.nextBytes(bytes);
      Files.write(in.resolve("file %06d.dat".formatted(i)), bytes);
    }
  }

  private static Object capture(Office office, Shelf shelf) throws IOException {
    CaptureOutcome outcome = office.shelves().capture(shelf, false, Progress.NONE);
    if (!(outcome instanceof CaptureOutcome.Done)) {
      throw new IOException("could not be captured: " + outcome);
    }
    return outcome;
  }

  private Object recover(Office office, Shelf shelf) throws IOException {
    Path target = Files.createDirectories(base.resolve("recovered" + recoveries++));
    Pick all = new Pick.OfMoment(new InnerPath("renamed"), new Moment.Now(Instant.now()));
    Handling elsewhere = Handling.IN_PLACE.to(new Destination.Folder(target));
    Tray tray = new Tray(List.of(new Tray.Entry(shelf.store(), shelf.id(), all)), elsewhere);
    var receipt = office.recoveries().run(tray, Progress.NONE);
    try (Stream<Path> there = Files.walk(target)) {
      long found = there.filter(Files::isRegularFile).count();
      if (found != files) {
        throw new IOException(found + " files were recovered");
      }
    }
    return receipt;
  }

  /** The yardstick: what a careful copy takes that forces each file, and each folder after them. */
  private Object copy(Path from) throws IOException {
    Path target = base.resolve("copied" + copies++);
    Files.walkFileTree(
        from,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes)
              throws IOException {
            Files.createDirectories(target.resolve(from.relativize(folder).toString()));
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            Path copy = target.resolve(from.relativize(file).toString());
            Files.copy(file, copy);
            force(copy);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path folder, IOException e) throws IOException {
            force(target.resolve(from.relativize(folder).toString()));
            return FileVisitResult.CONTINUE;
          }
        });
    return target;
  }

  private static void force(Path path) throws IOException {
    try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
      channel.force(true);
    }
  }

  private void deep() throws Exception {
    Path work = base.resolve("deep");
    Path at = Files.createDirectories(work);
    for (int i = 0; i < DEEP; i++) {
      at = Files.createDirectory(at.resolve("d"));
    }
    Files.writeString(at.resolve("a.txt"), "deep down");
    try (Office office = Office.open(OfficeSettings.ofThisMachine(base.resolve("home2")))) {
      Path store = base.resolve("store2");
      office.stores().make(store);
      Shelf shelf = office.shelves().add(work, store, Optional.of("Deep"));
      print(DEEP + " folders in each other", Taken.by(() -> capture(office, shelf)));
      Files.writeString(at.resolve("a.txt"), "deep down, and changed");
      print("a file changed in the last", Taken.by(() -> capture(office, shelf)));
    }
  }

  private static void print(String figure, Taken taken) {
    System.out.printf("%-40s %7.2f s, cpu %7.2f s%n", figure, taken.wall(), taken.cpu());
  }
}
