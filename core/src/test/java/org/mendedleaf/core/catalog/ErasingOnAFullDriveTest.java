package org.mendedleaf.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.store.Rewriting;
import org.mendedleaf.core.upkeep.Upkeep;

/** On a full drive something can still be erased, and what that would free be told. */
class ErasingOnAFullDriveTest {

  @TempDir Path disk;
  private FaultyDesk desk;

  @BeforeEach
  void aFullDrive() throws Exception {
    desk = new FaultyDesk(disk);
    for (int round = 0; round < 3; round++) {
      desk.write("a.txt", "the same long beginning\n".repeat(200) + round);
      desk.write("b.txt", "another long beginning\n".repeat(200) + round);
      var unused = desk.capture();
    }
  }

  @AfterEach
  void close() throws IOException {
    desk.close();
  }

  /** Nothing more can be written into the store as long as its reserve is there, or for good. */
  private void fill(boolean evenWithoutReserve) {
    Path reserve = desk.storeFolder().resolve("reserve");
    AtomicBoolean full = new AtomicBoolean(true);
    desk.files()
        .setFaults(
            (operation, path, bytes) -> {
              if (operation == Operation.DELETE && path.equals(reserve)) {
                full.set(evenWithoutReserve);
              }
              if (operation == Operation.WRITE
                  && path.startsWith(desk.storeFolder())
                  && full.get()) {
                throw new IOException("No space left on device");
              }
            });
  }

  private List<Revision> going() throws IOException {
    long file = desk.catalogue().files().presentAt(desk.shelf(), new InnerPath("a.txt")).get().id();
    return List.of(desk.catalogue().files().history(file).get(0));
  }

  private Optional<Erasing.Prepared> erase() throws IOException {
    Erasing erasing = new Erasing(desk.catalogue(), desk.journal());
    Erasing.Prepared prepared = erasing.prepare(desk.shelf(), going());
    return erasing.commit(prepared, desk.now(), "maren", Optional.empty()).isPresent()
        ? Optional.of(prepared)
        : Optional.empty();
  }

  @Test
  void theReserveGivesWay() throws Exception {
    var unused = new Upkeep(desk.catalogue(), desk.journal()).run(desk.now(), "maren");
    assertThat(desk.store().reserve().bytes()).isPositive();
    RevisionKey key = going().get(0).key();
    fill(false);
    assertThat(erase()).isPresent();
    assertThat(desk.store().reserve().bytes()).isZero();
    assertThat(desk.catalogue().files().allOf(desk.shelf()))
        .hasSize(5)
        .noneMatch(revision -> revision.key().equals(key));

    desk.files().setFaults((operation, path, bytes) -> {});
    var unusedAgain = new Upkeep(desk.catalogue(), desk.journal()).run(desk.now(), "maren");
    assertThat(desk.store().reserve().bytes()).isPositive();
  }

  @Test
  void whatItWouldFreeIsToldWithoutRoom() throws Exception {
    fill(true);
    Rewriting.FreedRoom freed = new Erasing(desk.catalogue(), desk.journal()).weigh(going());
    assertThat(freed).isNotNull();
    assertThatThrownBy(this::erase).hasMessageContaining("No space left");
    desk.files().setFaults((operation, path, bytes) -> {});
    assertThat(erase().orElseThrow().freed()).isEqualTo(freed.bytes());
  }
}
