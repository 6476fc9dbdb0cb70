package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;

/** Drafts and issued revisions. */
class StagesTest {

  @TempDir Path base;
  private TestDesk desk;
  private FileRef file;

  @BeforeEach
  void aFileWithFourDrafts() throws IOException {
    desk = new TestDesk(base);
    for (int i = 0; i < 4; i++) {
      desk.write("certificate.txt", "state " + i);
      desk.capture();
    }
    file = desk.life("certificate.txt").ref();
    desk.office().recordingAndPeople().stages(desk.shelf(), true);
  }

  @AfterEach
  void close() throws IOException {
    desk.close();
  }

  private String issue(int revision) throws IOException {
    return desk.office().sayings().issue(file, revision).issue().letters();
  }

  private String letter(int revision) throws IOException {
    FileLife life = desk.office().files().life(file);
    return life.leadsTo(life.revision(revision).orElseThrow())
        .map(RevisionMarks.Issue::letters)
        .orElse("none");
  }

  @Test
  void eachIssueGetsTheNextLetterAndItsDraftsLeadToIt() throws IOException {
    assertThat(issue(1)).isEqualTo("A");
    assertThat(issue(3)).isEqualTo("B");
    assertThat(letter(0)).isEqualTo("A");
    assertThat(letter(2)).isEqualTo("B");
    desk.write("certificate.txt", "a new draft");
    desk.capture();
    assertThat(letter(4)).isEqualTo("none");
    assertThatThrownBy(() -> issue(3)).hasMessageContaining("is issue B already");
  }

  @Test
  void mendingWithAnIssuedRevisionMakesADraft() throws IOException {
    issue(1);
    desk.office().files().mend(file, 1);
    assertThat(letter(4)).isEqualTo("none");
    assertThat(issue(4)).isEqualTo("B");
  }

  @Test
  void aLetterIsNeverGivenAgain() throws IOException {
    issue(1);
    issue(2);
    assertThat(desk.office().erasures().rehearse(file, Set.of(2)).issued()).hasSize(1);
    desk.office().erasures().erase(file, Set.of(2), "certificate.txt");
    desk.office().stores().rebuild(file.store());
    assertThat(issue(3)).isEqualTo("C");
    try (TestDesk other = new TestDesk(base, base.resolve("store"), "other")) {
      assertThat(other.office().sayings().issue(file, 0).issue().letters()).isEqualTo("D");
    }
  }

  @Test
  void onlyAShelfThatTellsStagesIssues() throws IOException {
    desk.office().recordingAndPeople().stages(desk.shelf(), false);
    assertThatThrownBy(() -> issue(1)).hasMessageContaining("does not tell drafts from issued");
  }

  @ParameterizedTest
  @CsvSource({"1, A", "26, Z", "27, AA", "52, AZ", "53, BA", "702, ZZ", "703, AAA"})
  void lettersGoOnAfterZ(int letter, String letters) {
    assertThat(new RevisionMarks.Issue(letter, Instant.EPOCH, "").letters()).isEqualTo(letters);
  }
}
