package org.mendedleaf.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.store.ChunkIndex;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.Location;

/**
 * Two desks store the same two contents at the same time: one compresses the second with the first,
 * the other the first with the second. Of both it is the later record that is used, so each would
 * lean on the other, though whole records of both are there.
 */
class LeaningInCirclesTest {

  @TempDir Path disk;
  private FaultyDesk desk;
  private final byte[] one = new byte[20_000];
  private final byte[] other = new byte[20_000];
  private int commits;

  /** What a desk knows that has not seen the other's commits. */
  private static final class Seen implements ChunkIndex {
    private final Map<ContentId, Location> locations = new HashMap<>();

    @Override
    public Optional<Location> locate(ContentId id) {
      return Optional.ofNullable(locations.get(id));
    }
  }

  @BeforeEach
  void open() throws Exception {
    desk = new FaultyDesk(disk);
    new Random(7).nextBytes(one);
    System.arraycopy(one, 0, other, 0, one.length);
    for (int i = 9_000; i < 9_100; i++) {
      other[i] = (byte) i;
    }
  }

  @AfterEach
  void close() throws Exception {
    desk.close();
  }

  private ContentRef store(byte[] bytes, Seen seen, Optional<ContentRef> former)
      throws IOException {
    try (WriteSession session = desk.store().write(seen);
        ContentWriter writer = session.writer()) {
      ContentRef stored = writer.write(new ByteArrayInputStream(bytes), former);
      writer.flush();
      Proposal any = new Proposal.NewShelf("Shelf " + commits++, ShelfKind.DEPOSIT, "");
      var unused =
          desk.journal()
              .commit(
                  new Journal.Draft(
                      Act.SHELF,
                      OptionalLong.empty(),
                      desk.now(),
                      "maren",
                      OptionalLong.empty(),
                      false,
                      List.of(any)),
                  session);
      return stored;
    }
  }

  private Location at(ContentRef content) throws IOException {
    return desk.catalogue().locate(content.id()).orElseThrow();
  }

  /** Leaves both contents leaning on each other, with whole records of both before them. */
  private List<ContentRef> inCircles() throws IOException {
    Seen first = new Seen();
    Seen second = new Seen();
    ContentRef a = store(one, first, Optional.empty());
    ContentRef b = store(other, second, Optional.empty());
    first.locations.put(a.id(), at(a));
    second.locations.put(b.id(), at(b));
    assertThat(store(other, first, Optional.of(a))).isEqualTo(b);
    assertThat(store(one, second, Optional.of(b))).isEqualTo(a);
    assertThat(at(a).depth()).as("leans").isEqualTo(1);
    assertThat(at(b).depth()).as("leans").isEqualTo(1);
    return List.of(a, b);
  }

  @Test
  void bothAreReadFromTheWholeRecords() throws Exception {
    List<ContentRef> both = inCircles();
    desk.startAgain();
    assertThat(desk.catalogue().contents().bytes(both.get(0))).isEqualTo(one);
    assertThat(desk.catalogue().contents().bytes(both.get(1))).isEqualTo(other);
  }

  @Test
  void theyAreReadWhenTheCatalogueIsBuiltAnew() throws Exception {
    List<ContentRef> both = inCircles();
    var unused = desk.catalogue().rebuild();
    assertThat(desk.catalogue().contents().bytes(both.get(1))).isEqualTo(other);
    assertThat(desk.catalogue().contents().bytes(both.get(0))).isEqualTo(one);
  }

  @Test
  void whatLeansOnItselfAloneIsDamaged() throws Exception {
    Seen first = new Seen();
    Seen second = new Seen();
    ContentRef a = store(one, first, Optional.empty());
    ContentRef b = store(other, second, Optional.empty());
    first.locations.put(a.id(), at(a));
    second.locations.put(b.id(), at(b));
    Path wholeA = sheaf(at(a));
    Path wholeB = sheaf(at(b));
    var unused = store(other, first, Optional.of(a));
    unused = store(one, second, Optional.of(b));
    Files.delete(wholeA);
    Files.delete(wholeB);
    desk.startAgain();
    assertThatThrownBy(() -> desk.catalogue().contents().bytes(a))
        .isInstanceOf(DamagedContentException.class);
  }

  private Path sheaf(Location at) throws IOException {
    try (var files = Files.walk(desk.storeFolder())) {
      return files
          .filter(file -> file.getFileName().toString().startsWith(at.sheaf().text()))
          .findFirst()
          .orElseThrow();
    }
  }
}
