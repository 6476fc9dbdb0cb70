package org.mendedleaf.core.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.oracle.TestDesk;

/** Finding a file by what a person remembers of it. */
class SearchTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aHistoryWithRenamesAndRemovals() throws Exception {
    desk = new TestDesk(base);
    desk.write("Kestrel 32/mainsail-cut-list.csv", "the list of the mainsail");
    desk.write("Kestrel 32/genoa-cut-list.csv", "the list of the genoa");
    desk.write("Plover 26/Übersicht Größen.txt", "sizes");
    desk.write("Plover 26/damage.jpg", "no real picture");
    desk.write("old-name.svg", "a drawing that will be renamed twice");
    desk.capture();
    Files.move(desk.file("old-name.svg"), desk.file("newer-name.svg"));
    desk.capture();
    Files.move(desk.file("newer-name.svg"), desk.file("Plover 26/final.svg"));
    Files.delete(desk.file("Kestrel 32/genoa-cut-list.csv"));
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private List<String> find(String typed) throws Exception {
    return desk.office().search().find(typed, 50).files().stream()
        .map(found -> found.file().path().text())
        .toList();
  }

  @Test
  void aPartOfANameOrOfItsFolderIsEnough() throws Exception {
    assertThat(find("cut")).hasSize(2);
    assertThat(find("sail-cut")).containsExactly("Kestrel 32/mainsail-cut-list.csv");
    assertThat(find("kestrel main")).containsExactly("Kestrel 32/mainsail-cut-list.csv");
    assertThat(find("KESTREL")).hasSize(2);
    assertThat(find("nowhere")).isEmpty();
    assertThat(find("  ")).isEmpty();
  }

  @Test
  void oneAndTwoLettersAreTheBeginningsOfWords() throws Exception {
    assertThat(find("m")).containsExactly("Kestrel 32/mainsail-cut-list.csv");
    assertThat(find("li")).hasSize(2);
    assertThat(find("in")).as("only inside words").isEmpty();
  }

  @Test
  void accentsAndCaseMakeNoDifference() throws Exception {
    assertThat(find("ubersicht grossen")).as("ß is a letter of its own").isEmpty();
    assertThat(find("ubersicht größen")).containsExactly("Plover 26/Übersicht Größen.txt");
  }

  @Test
  void anyEarlierNameLeadsToTheFile() throws Exception {
    Search.SearchHit found = desk.office().search().find("old-name", 50).files().get(0);
    assertThat(found.file().path().text()).isEqualTo("Plover 26/final.svg");
    assertThat(found.formerly().orElseThrow().text()).isEqualTo("old-name.svg");
    assertThat(find("newer")).containsExactly("Plover 26/final.svg");
  }

  @Test
  void whatIsRemovedIsFoundAndCanBeAskedForAlone() throws Exception {
    assertThat(find("cut"))
        .as("what is there comes first")
        .containsExactly("Kestrel 32/mainsail-cut-list.csv", "Kestrel 32/genoa-cut-list.csv");
    assertThat(find("removed")).containsExactly("Kestrel 32/genoa-cut-list.csv");
    assertThat(find("removed list")).containsExactly("Kestrel 32/genoa-cut-list.csv");
    assertThat(find("removed main")).isEmpty();
  }

  @Test
  void aKindAndAPersonNarrowTheSearch() throws Exception {
    assertThat(find("pictures"))
        .containsExactlyInAnyOrder("Plover 26/final.svg", "Plover 26/damage.jpg");
    String owner = Who.of(desk.life("Plover 26/damage.jpg").newest()).name();
    assertThat(find(owner + " plover")).hasSize(3);
    assertThat(find("nobody plover")).isEmpty();
  }

  @Test
  void theAnswerSaysWhereWasLookedAndSurvivesARebuild() throws Exception {
    Search.Hits answer = desk.office().search().find("nowhere", 50);
    assertThat(answer.searched())
        .singleElement()
        .satisfies(searched -> assertThat(searched.since()).isEqualTo(TestDesk.START));
    desk.office().stores().rebuild(desk.shelf().store());
    assertThat(find("old-name")).containsExactly("Plover 26/final.svg");
    assertThat(desk.office().shelves().all().get(0).files()).isEqualTo(4);
  }
}
