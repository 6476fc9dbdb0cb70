package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.oracle.FaultyFileSystem;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.format.StoreParameters;

/**
 * Changing the passphrase of a store while the power fails: one of the two opens it afterwards,
 * whichever copy of {@code store.json} is left.
 */
class PassphraseCrashTest {

  private static final Passphrase FORMER = Passphrase.of("kite cloth 91");
  private static final Passphrase NEXT = Passphrase.of("sail loft 17");

  /** Changing it takes fewer lasting operations. */
  private static final int OPERATIONS = 14;

  private FaultyFileSystem files;
  private Path root;
  private final Random random = new Random(8);

  static LongStream points() {
    return Seeds.of(OPERATIONS).map(seed -> seed % OPERATIONS);
  }

  private static Secrecy secrecy(Passphrase passphrase) {
    return new Secrecy(passphrase, new Stretching(64, 1, 1), Optional.empty());
  }

  @BeforeEach
  void anEncryptedStore() throws IOException {
    files =
        new FaultyFileSystem(
            Jimfs.newFileSystem(
                Configuration.unix().toBuilder()
                    .setAttributeViews("basic", "owner", "posix", "unix")
                    .build()));
    root = files.getPath("/store");
    Store.make(
            root,
            StoreParameters.STANDARD.forTrial(),
            Optional.of(secrecy(FORMER)),
            TestDesk.START,
            "desk",
            LocalDurability.probe(files.getPath("/")),
            random)
        .close();
  }

  @AfterEach
  void closeFiles() throws IOException {
    files.close();
  }

  private Store open(Passphrase passphrase) throws IOException {
    return Store.open(
        root, LocalDurability.probe(files.getPath("/")), random, new KeyRing().with(passphrase));
  }

  private boolean opens(Passphrase passphrase) throws IOException {
    try (Store store = open(passphrase)) {
      return store.key().isPresent();
    } catch (LockedStoreException e) {
      return false;
    }
  }

  private void change(Passphrase from, Passphrase to) throws IOException {
    try (Store store = open(from)) {
      store.protect(secrecy(to));
    }
  }

  @ParameterizedTest
  @MethodSource("points")
  void oneOfTheTwoOpensItAfterwards(long point) throws Exception {
    PowerCut power = new PowerCut(files, files.getPath("/"));
    long[] left = {point};
    files.setFaults(
        (operation, path, bytes) -> {
          if (operation != Operation.READ && operation != Operation.LOOK && left[0]-- == 0) {
            throw new PowerCut.Now();
          }
        });
    boolean changed = false;
    try {
      change(FORMER, NEXT);
      changed = true;
    } catch (PowerCut.Now e) {
      // One of the two counts now.
    }
    power.cut(new Random(point));

    assertThat(opens(NEXT) || opens(FORMER)).isTrue();
    assertThat(!changed || opens(NEXT)).as("what was told to be done is").isTrue();

    Passphrase counts = opens(NEXT) ? NEXT : FORMER;
    assertThat(areAlike() || isTold(counts)).as("copies that differ are told").isTrue();
    change(counts, NEXT);
    assertThat(opens(NEXT)).isTrue();
    assertThatThrownBy(() -> open(FORMER)).isInstanceOf(LockedStoreException.class);
    try (Store store = open(NEXT)) {
      assertThat(store.hurtDescriptions()).isEmpty();
    }
    noCopyIsOpenedByTheFormerOne();
  }

  private boolean areAlike() throws IOException {
    return Files.exists(copies().get(1)) && Files.mismatch(copies().get(0), copies().get(1)) == -1;
  }

  private boolean isTold(Passphrase counts) throws IOException {
    try (Store store = open(counts)) {
      return !store.hurtDescriptions().isEmpty();
    }
  }

  private List<Path> copies() {
    return List.of(root.resolve("store.json"), root.resolve("twin/store.json"));
  }

  /** Neither copy may keep a passphrase that was given up, perhaps since somebody had seen it. */
  private void noCopyIsOpenedByTheFormerOne() throws IOException {
    for (Path file : copies()) {
      byte[] before = Files.readAllBytes(file);
      Files.delete(file);
      assertThat(opens(FORMER)).as("without %s", file).isFalse();
      assertThat(opens(NEXT)).as("without %s", file).isTrue();
      Files.write(file, before);
    }
  }
}
