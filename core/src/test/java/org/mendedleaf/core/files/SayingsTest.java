package org.mendedleaf.core.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;

/** What people say about revisions stays, with its history, also when the catalogue is rebuilt. */
class SayingsTest {

  @TempDir Path base;
  private TestDesk desk;
  private FileRef file;

  @BeforeEach
  void aFileWithRevisions() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "one\n");
    desk.capture();
    desk.write("list.csv", "two\n");
    desk.capture();
    file = desk.life("list.csv").ref();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Sayings sayings() {
    return desk.office().sayings();
  }

  private RevisionMarks marks(int number) throws Exception {
    FileLife life = desk.office().files().life(file);
    return life.marks(life.revision(number).orElseThrow());
  }

  @Test
  void aNoteIsChangedAndItsHistoryStays() throws Exception {
    sayings().note(file, 1, "  new prices from the supplier ");
    desk.clock().forward(Duration.ofHours(1));
    desk.office().actingAs("Priya Dunmore").sayings().note(file, 1, "new prices, valid from May");
    rebuild();
    assertThat(marks(1).note().orElseThrow().text()).isEqualTo("new prices, valid from May");
    assertThat(marks(1).note().orElseThrow().by()).isEqualTo("Priya Dunmore");
    assertThat(marks(1).notes())
        .extracting(RevisionMarks.Note::text)
        .containsExactly("new prices from the supplier", "new prices, valid from May");
    sayings().note(file, 1, "");
    assertThat(marks(1).note()).isEmpty();
    assertThat(marks(1).notes()).hasSize(3);
    assertThat(marks(0)).isEqualTo(RevisionMarks.NONE);
  }

  @Test
  void whatWasSaidOfAnErasedRevisionIsSaidOfNoOther() throws Exception {
    desk.write("other.csv", "of somebody else\n");
    desk.capture();
    sayings().note(file, 0, "the first offer");
    sayings().good(file, 0, true);
    sayings().hold(file, 0, "a dispute");
    sayings().release(file, 0);
    var unused = desk.office().erasures().erase(file, Set.of(0), "list.csv");
    rebuild();
    assertThat(marks(1)).isEqualTo(RevisionMarks.NONE);
    FileLife other = desk.life("other.csv");
    assertThat(other.marks(other.revisions().get(0))).isEqualTo(RevisionMarks.NONE);
  }

  @Test
  void verdictsHoldsAndDescriptionsStayUntilTheyAreTakenBack() throws Exception {
    sayings().good(file, 0, true);
    sayings().hold(file, 0, "dispute with the insurance");
    sayings().describe(file, new Description("What cloth costs", "Prices", List.of("Teo")));
    rebuild();
    assertThat(marks(0).good()).isPresent();
    assertThat(marks(0).hold().orElseThrow().why()).isEqualTo("dispute with the insurance");
    assertThat(desk.office().files().life(file).description())
        .isEqualTo(new Description("What cloth costs", "Prices", List.of("Teo")));
    sayings().good(file, 0, false);
    sayings().release(file, 0);
    assertThat(marks(0)).isEqualTo(RevisionMarks.NONE);
  }

  @Test
  void whatCannotBeSaidIsRefused() {
    assertThatThrownBy(() -> sayings().hold(file, 1, " ")).hasMessageContaining("its reason");
    assertThatThrownBy(() -> sayings().release(file, 1)).hasMessageContaining("is not held");
    assertThatThrownBy(() -> sayings().note(file, 7, "x")).hasMessageContaining("has no r7");
    assertThatThrownBy(() -> sayings().note(file, 1, "x".repeat(10_001)))
        .hasMessageContaining("10,001 characters");
  }

  private void rebuild() throws Exception {
    desk.office().stores().rebuild(file.store());
  }
}
