package org.mendedleaf.core.leftovers;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.leftovers.PossibleFiles.Possible;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/** A path that leads nowhere leads to what it could be. */
class PossibleFilesTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aShelf() throws Exception {
    desk = new TestDesk(base);
    desk.write("Plover/offer.docx", "an offer for Plover");
    desk.write("Kestrel/offer.txt", "an offer for Kestrel");
    desk.write("offer list.txt", "a list");
    desk.capture();
    Files.delete(desk.file("Kestrel/offer.txt"));
    desk.capture();
    desk.write("trial.txt.bak", "never recorded under its name");
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Possible possible(String path) throws Exception {
    return desk.office().possibleFiles().of(base.resolve("elsewhere").resolve(path), Progress.NONE);
  }

  @Test
  void filesOfThatNameAreToldThoseOfTheSameKindFirst() throws Exception {
    assertThat(possible("offer.txt").files())
        .extracting(hit -> hit.file().path().text())
        .containsExactly("Kestrel/offer.txt", "Plover/offer.docx");
    assertThat(possible("offer.txt").files().get(0).file().present()).isFalse();
    assertThat(possible("offer.txt").copies()).isEmpty();
  }

  @Test
  void aCopyThatAProgramLeftIsTold() throws Exception {
    assertThat(possible("trial.txt").copies())
        .extracting(copy -> copy.place().text())
        .containsExactly("trial.txt");
    desk.capture();
    assertThat(possible("trial.txt").files()).as("the copy itself, recorded").isEmpty();
  }

  @Test
  void whatNobodyKnowsIsNothing() throws Exception {
    assertThat(possible("unheard of.txt").isNothing()).isTrue();
  }
}
