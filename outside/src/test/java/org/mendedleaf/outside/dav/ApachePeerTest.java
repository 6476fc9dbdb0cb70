package org.mendedleaf.outside.dav;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.Power;
import org.mendedleaf.core.outside.Powers;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.outside.StorageSettings.Kept;
import org.mendedleaf.core.progress.Progress;

/** The adapter on a server that we did not make; what it did is looked at on its disk. */
class ApachePeerTest {

  private static final InnerPath LIST = new InnerPath("Papiere/Preisliste für März & April.csv");

  private Path folder;
  private ApachePeer peer;
  private DavStorage storage;

  @BeforeEach
  void start() throws Exception {
    assumeTrue(Files.isExecutable(ApachePeer.PROGRAM), "there is no such server here");
    // The server serves as somebody else, who has to come in.
    folder = Files.createTempDirectory("peer");
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxrwxrwx"));
    peer = new ApachePeer(folder);
    Files.setPosixFilePermissions(peer.files(), PosixFilePermissions.fromString("rwxrwxrwx"));
    storage = new DavConnection(peer.address(), Optional.empty(), Duration.ofSeconds(10)).open();
  }

  @AfterEach
  void stop() throws IOException {
    if (peer != null) {
      storage.close();
      peer.close();
      try (var all = Files.walk(folder)) {
        for (Path one : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
          Files.delete(one);
        }
      }
    }
  }

  private Path onDisk(InnerPath path) {
    return peer.files().resolve(path.text());
  }

  @Test
  void itsPowersSayThatItKeepsNothing() throws Exception {
    Powers powers = storage.powers();
    assertThat(powers.whyNot(Power.STATES)).contains("This storage keeps no earlier states.");
    assertThat(powers.has(Power.ROOM)).isFalse();
    assertThat(powers.has(Power.CONDITIONAL)).isTrue();
    assertThat(storage.settings().kept()).isEqualTo(Kept.NEVER);
  }

  @Test
  void filesArePutReplacedReadAndListed() throws Exception {
    TriedStorage.put(storage, LIST, "one");
    assertThat(onDisk(LIST)).hasContent("one");
    State second = TriedStorage.put(storage, LIST, "second");
    assertThat(onDisk(LIST)).hasContent("second");
    assertThat(second.size()).isEqualTo(6);
    assertThat(TriedStorage.texts(storage, LIST)).containsExactly("second");
    TriedStorage.put(storage, new InnerPath("plan.txt"), "plan");
    List<InnerPath> all = new ArrayList<>();
    storage.list(InnerPath.ROOT, one -> all.add(one.path()), Progress.NONE);
    assertThat(all).containsExactlyInAnyOrder(LIST, new InnerPath("plan.txt"));
  }

  /** It tells strong tags only of what is older than a second; until then a lock has to do. */
  @Test
  void whatSomebodyElseSavedIsNotOverwritten() throws Exception {
    State first = TriedStorage.put(storage, LIST, "one");
    Files.writeString(onDisk(LIST), "saved by somebody else");
    for (Seen seen : List.of(Seen.of(first), Seen.NOTHING)) {
      assertThatThrownBy(
              () ->
                  storage.put(LIST, TriedStorage.of("mine"), seen, Optional.empty(), Progress.NONE))
          .isInstanceOfSatisfying(
              StorageException.class, e -> assertThat(e.trouble()).isEqualTo(Trouble.CHANGED));
    }
    assertThat(onDisk(LIST)).hasContent("saved by somebody else");
  }

  @Test
  void whatCouldNotBeBroughtBackIsNotRemovedButErased() throws Exception {
    State first = TriedStorage.put(storage, LIST, "one");
    assertThatThrownBy(() -> storage.remove(LIST, Seen.of(first)))
        .isInstanceOfSatisfying(
            StorageException.class, e -> assertThat(e.trouble()).isEqualTo(Trouble.LACKING));
    assertThat(onDisk(LIST)).hasContent("one");
    storage.eraseAll(LIST);
    assertThat(onDisk(LIST)).doesNotExist();
    assertThat(storage.file(LIST)).isEmpty();
  }

  @Test
  void anOldContentIsNoStateAnyMore() throws Exception {
    State first = TriedStorage.put(storage, LIST, "one");
    TriedStorage.put(storage, LIST, "second");
    assertThatThrownBy(() -> storage.open(LIST, first.id()).close())
        .isInstanceOfSatisfying(
            StorageException.class, e -> assertThat(e.trouble()).isEqualTo(Trouble.GONE));
  }
}
