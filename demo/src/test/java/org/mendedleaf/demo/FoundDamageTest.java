package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;

/** What the story damaged is found, with the state before it, and nothing else is. */
class FoundDamageTest {

  @Test
  void theDamagedFilesOfTheStoryAndNoOthersAreFound() throws Exception {
    Map<String, FindingKind> found = new TreeMap<>();
    Map<String, Integer> lastGood = new TreeMap<>();
    for (DoubtfulFile one : SharedDemo.found().damaged()) {
      String name = one.file().path().name();
      found.put(name, one.first().kind());
      lastGood.put(name, one.lastGood().map(Revision::number).orElse(-1));
    }
    assertThat(found)
        .containsOnlyKeys(
            "mainsail-cut-list.csv",
            "price-list.csv",
            "letter to insurer.docx",
            "damage.jpg",
            "insurance report.pdf",
            "cloth orders.csv")
        .containsEntry("cloth orders.csv", FindingKind.GARBLED_LETTERS)
        .containsEntry("mainsail-cut-list.csv", FindingKind.OTHER_CONTENT)
        .containsEntry("letter to insurer.docx", FindingKind.EMPTIED)
        .containsEntry("damage.jpg", FindingKind.ZEROS)
        .containsEntry("insurance report.pdf", FindingKind.CUT_OFF);
    assertThat(lastGood)
        .containsEntry("mainsail-cut-list.csv", 17)
        .containsEntry("price-list.csv", 14)
        .containsEntry("letter to insurer.docx", 5)
        .containsEntry("cloth orders.csv", 4)
        .containsEntry("damage.jpg", 2)
        .containsEntry("insurance report.pdf", 3);
  }

  @Test
  void whatScrambledTheOrdersIsOneEventAndNothingElseIs() throws Exception {
    List<MassEvents.ShelfEvent> all = SharedDemo.found().events();
    assertThat(all).hasSize(1);
    assertThat(all.get(0).shelf().name()).isEqualTo(Loft.ORDERS);
    assertThat(MassEventSentence.of(all.get(0).event()))
        .isEqualTo("31 files were scrambled and given other names within 4 minutes.");
    assertThat(all.get(0).tray().entries()).hasSize(31);
  }

  @Test
  void theTwoCopiesThatProgramsLeftAreFoundAndNothingElseIs() throws Exception {
    assertThat(SharedDemo.found().leftovers())
        .extracting(one -> one.place().shown() + ": " + one.verdict().word())
        .containsExactlyInAnyOrder(
            "Job 308/repair notes.txt: newer", "Whimbrel 40/trial sail notes.txt: only-survivor");
  }
}
