package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.StoreParameters;

/** What it takes to open and close a store with very many revisions, plain or encrypted. */
public final class LargeStore {

  private static final Passphrase PASSPHRASE = Passphrase.of("kite cloth 91");

  private final Path base;
  private final LocalDurability place;
  private final SecureRandom random = new SecureRandom();

  private LargeStore(Path base) throws IOException {
    this.base = base;
    Files.createDirectories(base);
    this.place = LocalDurability.probe(base).unforced();
  }

  /**
   * @param args a folder to work in; number of files; number of revisions of each; {@code plain} or
   *     {@code encrypted}
   */
  public static void main(String[] args) throws Exception {
    LargeStore bench = new LargeStore(Path.of(args[0]));
    bench.run(Integer.parseInt(args[1]), Integer.parseInt(args[2]), args[3].equals("encrypted"));
  }

  private void run(int files, int rounds, boolean encrypted) throws Exception {
    Optional<Secrecy> secrecy =
        encrypted
            ? Optional.of(new Secrecy(PASSPHRASE, Stretching.STANDARD, Optional.empty()))
            : Optional.empty();
    Path folder = base.resolve("store");
    Store.make(
            folder,
            StoreParameters.STANDARD.forTrial(),
            secrecy,
            Instant.parse("2025-01-01T08:00:00Z"),
            "desk",
            place,
            random)
        .close();
    Store made = store(folder);
    Catalogue filled = Catalogue.open(made, base.resolve("catalogue.sqlite"));
    var unusedRevisions = timed("filled", () -> Scale.fill(made, filled, files, rounds));
    var unused = timed("closed", () -> close(made, filled));
    Store store = timed("store opened", () -> store(folder));
    Catalogue catalogue =
        timed("catalogue opened", () -> Catalogue.open(store, base.resolve("catalogue.sqlite")));
    var unusedActs = timed("rebuilt", catalogue::rebuild);
    var unusedClosed = timed("closed", () -> close(store, catalogue));
    try (Stream<Path> there = Files.list(base)) {
      for (Path file : there.filter(Files::isRegularFile).toList()) {
        System.out.printf("%-24s %,15d bytes%n", file.getFileName(), Files.size(file));
      }
    }
  }

  private Store store(Path folder) throws IOException {
    return Store.open(
        folder,
        place,
        random,
        (description, where) ->
            description
                .seal()
                .flatMap(seal -> seal.open(description.id(), PASSPHRASE))
                .orElseThrow());
  }

  private static boolean close(Store store, Catalogue catalogue) {
    catalogue.close();
    store.close();
    return true;
  }

  private static <T> T timed(String what, Callable<T> work) throws Exception {
    long start = System.nanoTime();
    T done = work.call();
    System.out.printf("%-24s %8.2f s%n", what, (System.nanoTime() - start) / 1e9);
    return done;
  }
}
