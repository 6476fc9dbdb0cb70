package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;

/** The first capture of a folder, and opening an office, with and without encryption. */
public final class Encrypted {

  private static final Passphrase PASSPHRASE = Passphrase.of("kite cloth 91");

  private final Path base;
  private final Path work;
  private int round;

  private Encrypted(Path base) {
    this.base = base;
    this.work = base.resolve("work");
  }

  /**
   * @param args a folder to work in; megabytes to capture; how many pairs
   */
  public static void main(String[] args) throws Exception {
    Encrypted bench = new Encrypted(Path.of(args[0]));
    MixedFolder.fill(bench.work, Long.parseLong(args[1]) << 20, 7);
    var unused = bench.capture(false);
    Pairs.head();
    Pairs pairs = new Pairs(Integer.parseInt(args[2]));
    pairs.print("first capture, encrypted", () -> bench.capture(true), () -> bench.capture(false));
    bench.made("sealed", true);
    bench.made("open", false);
    pairs.print(
        "opening an office, encrypted", () -> bench.opened("sealed"), () -> bench.opened("open"));
  }

  private Office office(String name) throws IOException {
    OfficeSettings settings = OfficeSettings.ofThisMachine(base.resolve(name).resolve("home"));
    return Office.open(settings.withKeys(new KeyRing().with(PASSPHRASE)));
  }

  private Shelf shelf(Office office, String name, boolean encrypted) throws IOException {
    Path store = base.resolve(name).resolve("store");
    Optional<Secrecy> secrecy =
        encrypted
            ? Optional.of(new Secrecy(PASSPHRASE, Stretching.STANDARD, Optional.empty()))
            : Optional.empty();
    var unused = office.stores().make(store, false, secrecy);
    return office.shelves().add(work, store, Optional.of("W"));
  }

  private Taken capture(boolean encrypted) throws Exception {
    String name = "round-" + round++;
    Taken taken;
    try (Office office = office(name)) {
      Shelf shelf = shelf(office, name, encrypted);
      taken = Taken.by(() -> office.shelves().capture(shelf, false, Progress.NONE));
    }
    delete(base.resolve(name));
    return taken;
  }

  private void made(String name, boolean encrypted) throws IOException {
    try (Office office = office(name)) {
      Shelf shelf = shelf(office, name, encrypted);
      var unused = office.shelves().capture(shelf, false, Progress.NONE);
    }
  }

  private Taken opened(String name) throws Exception {
    return Taken.by(
        () -> {
          try (Office office = office(name)) {
            return office.shelves().all().size();
          }
        });
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(one);
      }
    }
  }
}
