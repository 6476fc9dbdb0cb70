package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.UnreadException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * Whatever happens to one sheaf, a desk that opens the store for the first time opens it, shows and
 * gives back everything that is not hurt, never gives back wrong bytes, and destroys nothing.
 */
class DamagedSheafTest {

  private static final int PLACES = 40;

  @TempDir Path base;
  private TestDesk desk;
  private Path store;
  private int homes;

  /** Of each revision of each file its bytes, by file and number. */
  private final Map<String, byte[]> recorded = new HashMap<>();

  @BeforeEach
  void someRevisions() throws Exception {
    desk = new TestDesk(base);
    store = base.resolve("store");
    Random random = new Random(5);
    for (int i = 0; i < 5; i++) {
      byte[] noise = new byte[30_000];
      random.nextBytes(noise);
      desk.write("noise " + i + ".bin", noise);
      desk.write("list.csv", "list " + i + "\n".repeat(i));
      desk.write("texts/text " + i + ".txt", "text ".repeat(200 + i));
      desk.capture();
    }
    gather(desk.office(), recorded);
    assertThat(recorded).hasSize(15);
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  /** What can be read of all revisions; whatever cannot be read says so. */
  private void gather(Office office, Map<String, byte[]> into) throws IOException {
    for (long file = 1; file <= 11; file++) {
      FileLife life;
      try {
        life = office.files().life(new FileRef(desk.shelf().store(), file));
      } catch (IOException e) {
        continue;
      }
      for (Revision revision : life.revisions()) {
        try {
          into.put(
              life.file().path().shown() + " " + revision.number(),
              office
                  .files()
                  .contents(desk.shelf().store())
                  .bytes(revision.state().content().orElseThrow()));
        } catch (DamagedContentException | MissingContentException e) {
          assertThat(e).hasMessageNotContaining("null");
        }
      }
    }
  }

  private List<Path> sheaves() throws IOException {
    try (Stream<Path> files = Files.walk(store.resolve("sheaves"))) {
      return files.filter(file -> file.toString().endsWith(".sheaf")).sorted().toList();
    }
  }

  private Office fresh() throws IOException {
    Path home = base.resolve("home of a fresh desk " + homes++);
    Office office = Office.open(Encrypting.ofThisMachine(home).withPerson("maren"));
    var unused = office.stores().open(store);
    return office;
  }

  /** A fresh desk opens the store; returns how many revisions it gives back, all of them right. */
  private int givenBack(String what) throws IOException {
    try (Office office = fresh()) {
      Map<String, byte[]> read = new HashMap<>();
      gather(office, read);
      read.forEach(
          (revision, bytes) ->
              assertThat(bytes).as("%s, %s", what, revision).isEqualTo(recorded.get(revision)));
      assertThat(
              office
                  .stores()
                  .verify(desk.shelf().store(), VerifyDepth.DEEP, Progress.NONE)
                  .damaged())
          .as(what)
          .isNotEmpty();
      return read.size();
    }
  }

  @Test
  void oneFlippedBitAnywhereHurtsOnlyWhatLiesInItsRecord() throws Exception {
    Random random = new Random(18);
    List<Path> sheaves = sheaves();
    int least = recorded.size();
    for (int i = 0; i < PLACES; i++) {
      Path sheaf = sheaves.get(random.nextInt(sheaves.size()));
      byte[] whole = Files.readAllBytes(sheaf);
      byte[] hurt = whole.clone();
      int at = random.nextInt(whole.length);
      hurt[at] ^= (byte) (1 << random.nextInt(8));
      Files.write(sheaf, hurt);
      int given = givenBack("byte %d of %s".formatted(at, sheaf.getFileName()));
      least = Math.min(least, given);
      Files.write(sheaf, whole);
    }
    assertThat(least).as("of %d, with one commit hurt of five", recorded.size()).isGreaterThan(8);
  }

  @Test
  void aSheafThatIsCutEmptyOrGoneLeavesTheOthers() throws Exception {
    for (Path sheaf : sheaves()) {
      byte[] whole = Files.readAllBytes(sheaf);
      List<byte[]> left = new ArrayList<>();
      left.add(Arrays.copyOf(whole, whole.length / 2));
      left.add(new byte[whole.length]);
      left.add(new byte[0]);
      for (byte[] bytes : left) {
        Files.write(sheaf, bytes);
        var unused = givenBack(sheaf.getFileName() + " with " + bytes.length + " bytes");
      }
      Files.delete(sheaf);
      var unused = givenBack(sheaf.getFileName() + " gone");
      Files.write(sheaf, whole);
    }
  }

  @Test
  void nothingIsErasedWhereAPartCannotBeReadAndWorkGoesOn() throws Exception {
    Path largest = sheaves().stream().max((a, b) -> Long.compare(size(a), size(b))).orElseThrow();
    byte[] hurt = Files.readAllBytes(largest);
    hurt[hurt.length / 2] ^= 1;
    Files.write(largest, hurt);
    List<Path> before = sheaves();
    try (Office office = fresh()) {
      FileRef list = desk.life("list.csv").ref();
      assertThatThrownBy(() -> office.erasures().erase(list, Set.of(0), "list.csv"))
          .isInstanceOf(UnreadException.class)
          .hasMessageContaining("nothing is erased");
      assertThat(sheaves()).isEqualTo(before);
    }
    desk.write("new.txt", "the store goes on");
    desk.capture();
    assertThat(desk.content(desk.life("new.txt"), 1)).asString().isEqualTo("the store goes on");
  }

  @Test
  void whatIsBackIsReadAgain() throws Exception {
    Path home = base.resolve("another home");
    for (Path sheaf : sheaves()) {
      byte[] whole = Files.readAllBytes(sheaf);
      Files.delete(sheaf);
      try (Office office = Office.open(Encrypting.ofThisMachine(home))) {
        var unused = office.stores().open(store);
      }
      Files.write(sheaf, whole);
      try (Office office = Office.open(Encrypting.ofThisMachine(home))) {
        Map<String, byte[]> read = new HashMap<>();
        gather(office, read);
        assertThat(read.keySet()).isEqualTo(recorded.keySet());
      }
      RandomActs.delete(home);
    }
  }

  private static long size(Path file) {
    try {
      return Files.size(file);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** A fresh desk cannot know what a lost sheaf said, but which file and revision it was. */
  @Test
  void whatCannotBeReadIsAGapInTheHistoryOfItsFileAndOnItsShelf() throws Exception {
    FileLife life = desk.life("list.csv");
    assertThat(desk.office().files().gaps(life.ref())).isEmpty();
    int named = 0;
    for (Path sheaf : sheaves()) {
      byte[] before = Files.readAllBytes(sheaf);
      Files.delete(sheaf);
      try (Office office = fresh()) {
        var shelf = office.shelves().byId(desk.shelf().store(), desk.shelf().id());
        List<Gap> gaps = office.moments().gaps(shelf);
        for (Gap gap : office.files().gaps(life.ref())) {
          assertThat(gaps).contains(gap);
          assertThat(gap.file()).hasValue(life.ref().file());
          Revision lost = life.revision(gap.revision().orElseThrow()).orElseThrow();
          assertThat(gap.act()).isEqualTo(lost.key().segment());
          assertThat(gap.at()).isEqualTo(lost.at());
          assertThat(readable(office, life.ref())).doesNotContain(lost.number());
          named++;
        }
      }
      Files.write(sheaf, before);
    }
    assertThat(named).as("each revision's sheaf was away once").isEqualTo(life.revisions().size());
    try (Office office = fresh()) {
      assertThat(office.files().gaps(life.ref())).isEmpty();
    }
  }

  private static List<Integer> readable(Office office, FileRef file) {
    try {
      return office.files().life(file).revisions().stream().map(Revision::number).toList();
    } catch (IOException e) {
      return List.of();
    }
  }
}
