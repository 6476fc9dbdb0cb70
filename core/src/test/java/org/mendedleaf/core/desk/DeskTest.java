package org.mendedleaf.core.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a desk knows of its stores and shelves. */
class DeskTest {

  @TempDir Path home;

  private final Path drive = Path.of("/drive/store");

  @Test
  void aNewDeskGetsAnIdAndKeepsIt() throws Exception {
    Desk made = Desk.load(home, new Random(1));
    assertThat(made.id()).matches("[0-9a-f]{16}");
    assertThat(made.stores()).isEmpty();
    assertThat(Desk.load(home, new Random(2))).isEqualTo(made);
  }

  @Test
  void whatItKnowsIsReadBackAsItWasSaved() throws Exception {
    Desk desk =
        Desk.load(home, new Random(1))
            .with(new Desk.KnownStore("one", drive))
            .with(new Desk.KnownStore("two", home.resolve("zwölf Läden")))
            .with(new Desk.Binding("one", 1, home.resolve("Orders")))
            .with(new Desk.Binding("two", 1, home.resolve("Repairs")));
    desk.save(home);
    assertThat(Desk.load(home, new Random(2))).isEqualTo(desk);
  }

  @Test
  void aStoreThatLiesElsewhereNowIsKnownOnce() throws Exception {
    Desk.KnownStore other = new Desk.KnownStore("two", home);
    Desk.KnownStore moved = new Desk.KnownStore("one", Path.of("/elsewhere"));
    Desk desk =
        Desk.load(home, new Random(1))
            .with(new Desk.KnownStore("one", drive))
            .with(other)
            .with(moved);
    assertThat(desk.stores()).containsExactly(other, moved);
  }

  @Test
  void aShelfIsBoundToOneFolderAndToldByStoreAndNumber() throws Exception {
    Desk desk =
        Desk.load(home, new Random(1))
            .with(new Desk.Binding("one", 1, home.resolve("Orders")))
            .with(new Desk.Binding("one", 2, home.resolve("Repairs")))
            .with(new Desk.Binding("two", 1, home.resolve("Web pages")))
            .with(new Desk.Binding("one", 1, home.resolve("Orders 2026")));
    assertThat(desk.bindings()).hasSize(3);
    assertThat(desk.folderOf("one", 1)).contains(home.resolve("Orders 2026"));
    assertThat(desk.folderOf("one", 2)).contains(home.resolve("Repairs"));
    assertThat(desk.folderOf("two", 1)).contains(home.resolve("Web pages"));
    assertThat(desk.folderOf("two", 2)).isEmpty();
    assertThat(desk.folderOf("three", 1)).isEmpty();
  }
}
