package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.catalog.questions.SpaceQuestions.Use;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.space.Cost;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.store.format.ContentId;

/** What is recorded costs, weighed against a count that knows nothing of ordinals. */
class SpacesTest {

  @TempDir Path base;
  private TestDesk desk;
  private final Random random = new Random(11);

  @BeforeEach
  void filesThatShareContents() throws Exception {
    desk = new TestDesk(base);
    byte[][] states = new byte[6][];
    for (int i = 0; i < states.length; i++) {
      // Large enough for several chunks, most of which the states share.
      states[i] = new byte[600_000];
      new Random(1).nextBytes(states[i]);
      byte[] own = new byte[1_000];
      random.nextBytes(own);
      System.arraycopy(own, 0, states[i], random.nextInt(500_000), own.length);
    }
    for (int round = 0; round < 5; round++) {
      for (int file = 0; file < 4; file++) {
        desk.write("f" + file + ".bin", states[random.nextInt(states.length)]);
      }
      desk.capture();
    }
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private StoreSpace space() throws Exception {
    return desk.office().spaces().of(desk.shelf().store());
  }

  @Test
  void whatGoesFreesWhatNothingElseNeeds() throws Exception {
    StoreSpace space = space();
    List<Use> uses = space.uses();
    for (int i = 0; i < 200; i++) {
      List<Use> going = uses.stream().filter(use -> random.nextBoolean()).toList();
      Set<ContentId> living = new HashSet<>();
      uses.stream()
          .filter(use -> !going.contains(use))
          .forEach(use -> living.add(use.content().id()));
      List<ContentId> gone = going.stream().map(use -> use.content().id()).toList();
      long needed = space.of(living).plain();
      assertThat(space.freedBy(gone).plain())
          .as("all of it, but what the living need")
          .isEqualTo(space.all().plain() - needed);
    }
  }

  @Test
  void aFileIsWeighedByWhatIsItsOwn() throws Exception {
    FileRef file = desk.life("f0.bin").ref();
    Cost cost = desk.office().spaces().of(file);
    assertThat(cost.alone()).isLessThanOrEqualTo(cost.current() + cost.history());
    assertThat(cost.sharedElsewhere()).isNotNegative();
    long together = 0;
    for (Spaces.Group group : desk.office().spaces().count(Spaces.Grouping.SHELF).groups()) {
      together += group.cost().current() + group.cost().history();
      assertThat(group.files()).hasSize(4);
    }
    assertThat(together).isBetween(space().all().disk() - 4, space().all().disk() + 4);
    assertThat(desk.office().spaces().count(Spaces.Grouping.KIND).groups())
        .singleElement()
        .satisfies(group -> assertThat(group.name()).isEqualTo(".bin"));
    assertThat(desk.office().spaces().count(Spaces.Grouping.FILE).groups()).hasSize(4);
  }

  @Test
  void whatWasCountedLastIsKnownAtOnceAndSaysWhetherItIsNew() throws Exception {
    desk.write("list.csv", "jib,410");
    desk.capture();
    Spaces spaces = desk.office().spaces();
    assertThat(spaces.counted()).isEmpty();
    Spaces.Sum sum = spaces.count(Spaces.Grouping.FILE);
    assertThat(spaces.counted().orElseThrow().groups()).isEqualTo(sum.groups());
    desk.restart();
    Spaces.Sum again = desk.office().spaces().counted().orElseThrow();
    assertThat(again.groups()).isEqualTo(sum.groups());
    assertThat(again.isNew()).isTrue();

    desk.write("list.csv", "jib,420");
    desk.capture();
    Spaces.Sum last = desk.office().spaces().counted().orElseThrow();
    assertThat(last.isNew()).isFalse();
    assertThat(last.groups())
        .extracting(Spaces.Group::cost)
        .isEqualTo(sum.groups().stream().map(Spaces.Group::cost).toList());
    assertThat(desk.office().spaces().count(Spaces.Grouping.FILE).isNew()).isTrue();
    assertThat(desk.office().spaces().counted().orElseThrow().isNew()).isTrue();
  }

  private Shelf beside() throws Exception {
    Path folder = Files.createDirectories(base.resolve("beside/letters"));
    byte[] bytes = new byte[50_000];
    random.nextBytes(bytes);
    Files.write(folder.resolve("Offer.ODT"), bytes);
    Files.write(folder.resolve("note"), new byte[10]);
    Files.write(folder.resolve(".hidden"), new byte[11]);
    Shelf shelf =
        desk.office()
            .shelves()
            .add(base.resolve("beside"), base.resolve("store"), Optional.of("Beside"));
    var unused = desk.office().shelves().capture(shelf, false, Progress.NONE);
    return desk.office().shelves().byId(shelf.store(), shelf.id());
  }

  @Test
  void aStoreIsTheSumOfItsShelvesAndTheDearestFileComesFirst() throws Exception {
    Shelf beside = beside();
    assertThat(desk.office().spaces().overviews())
        .singleElement()
        .satisfies(
            store -> {
              assertThat(store.disk()).isEqualTo(space().all().disk());
              assertThat(store.shelves())
                  .extracting(Spaces.OfShelf::files)
                  .containsExactlyInAnyOrder(4L, 3L);
              assertThat(store.shelves())
                  .filteredOn(one -> one.shelf().id() == beside.id())
                  .singleElement()
                  .satisfies(
                      one -> assertThat(one.cost()).isEqualTo(desk.office().spaces().of(beside)));
              assertThat(store.files()).hasSize(7);
              assertThat(store.files())
                  .isSortedAccordingTo(
                      Comparator.comparing((Spaces.ShelfSpace file) -> file.cost().cost().history())
                          .reversed());
              assertThat(store.files())
                  .filteredOn(file -> file.shelf().id() == beside.id())
                  .hasSize(3);
            });
    assertThat(desk.office().spaces().of(beside).alone()).isBetween(50_000L, 52_000L);
  }

  @Test
  void groupsAreByEndingFolderOrShelfAndOnlyOnesOwnCountAsOnesOwn() throws Exception {
    Shelf beside = beside();
    Spaces spaces = desk.office().spaces();
    assertThat(spaces.count(Spaces.Grouping.KIND).groups())
        .extracting(Spaces.Group::name)
        .containsExactlyInAnyOrder(".bin", ".odt", "no ending");
    assertThat(spaces.count(Spaces.Grouping.FOLDER).groups())
        .extracting(Spaces.Group::name)
        .containsExactlyInAnyOrder(desk.shelf().name(), "Beside / letters");
    List<Spaces.Group> shelves = spaces.count(Spaces.Grouping.SHELF).groups();
    assertThat(shelves).extracting(Spaces.Group::name).first().isEqualTo(desk.shelf().name());
    assertThat(shelves)
        .isSortedAccordingTo(
            Comparator.comparing((Spaces.Group group) -> group.cost().history()).reversed());
    Files.delete(base.resolve("beside/letters/note"));
    var unused = desk.office().shelves().capture(beside, false, Progress.NONE);
    assertThat(spaces.count(Spaces.Grouping.FILE).groups())
        .extracting(Spaces.Group::name)
        .contains("Beside / letters/note (removed)", "Beside / letters/Offer.ODT");
  }

  @Test
  void someRevisionsOfAFileCostNoMoreThanAllOfThem() throws Exception {
    desk.write("once.bin", new byte[] {1, 2, 3});
    desk.capture();
    byte[] large = new byte[100_000];
    random.nextBytes(large);
    desk.write("once.bin", large);
    desk.capture();
    FileRef file = desk.life("once.bin").ref();
    Spaces spaces = desk.office().spaces();
    long first = spaces.of(file, Set.of(1)).alone();
    long second = spaces.of(file, Set.of(2)).alone();
    assertThat(first).isLessThan(1_000);
    assertThat(second).isGreaterThan(99_000);
    assertThat(spaces.of(file).alone()).isEqualTo(first + second);
    assertThat(spaces.of(file, Set.of()).alone()).isZero();
    assertThat(spaces.of(file.store(), Set.of(file.file()))).isEqualTo(spaces.of(file));
  }

  @Test
  void whatWasNeverCountedIsCountedOnce() throws Exception {
    Spaces spaces = desk.office().spaces();
    spaces.countFirst();
    assertThat(spaces.counted().orElseThrow().isNew()).isTrue();
    desk.write("list.csv", "jib,410");
    desk.capture();
    spaces.countFirst();
    assertThat(spaces.counted().orElseThrow().isNew()).as("is not counted again").isFalse();
  }
}
