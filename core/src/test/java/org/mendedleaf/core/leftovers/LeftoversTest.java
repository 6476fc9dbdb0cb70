package org.mendedleaf.core.leftovers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;

/** Copies that programs left beside files and apart from them. */
class LeftoversTest {

  @TempDir Path base;
  private TestDesk desk;
  private Path scratch;

  @BeforeEach
  void aShelfAndAScratchFolder() throws Exception {
    desk = new TestDesk(base);
    left(desk.file("offers/kestrel.csv"), rows("kestrel", 40), Duration.ZERO);
    left(desk.file("offers/plover.csv"), rows("plover", 40), Duration.ZERO);
    desk.capture();
    scratch = Files.createDirectories(base.resolve("scratch"));
    desk.office().leftovers().places().add(scratch);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private static String rows(String boat, int count) {
    return IntStream.range(0, count)
        .mapToObj(i -> "%s,seam %d,%d mm,cloth %d".formatted(boat, i, 900 + 7 * i * i, i % 5))
        .collect(Collectors.joining("\n", "", "\n"));
  }

  private Path left(Path at, String text, Duration after) throws Exception {
    Files.createDirectories(at.getParent());
    Files.writeString(at, text);
    Files.setLastModifiedTime(at, FileTime.from(desk.clock().instant().plus(after)));
    return at;
  }

  private List<Leftover> look() throws Exception {
    return desk.office().leftovers().look(Progress.NONE).leftovers();
  }

  private Leftover only() throws Exception {
    List<Leftover> all = look();
    assertThat(all).hasSize(1);
    return all.get(0);
  }

  @Test
  void aSiblingCopyNewerThanAnythingRecordedBecomesTheNextRevisionAndStays() throws Exception {
    Path copy = left(desk.file("offers/kestrel.csv~"), rows("kestrel", 44), Duration.ofHours(2));
    Leftover found = only();
    assertThat(found.verdict()).isEqualTo(LeftoverVerdict.NEWER);
    assertThat(found.file()).contains(desk.life("offers/kestrel.csv").ref());

    Intake.TakenIn taken = desk.office().leftovers().take(found, "", false);
    assertThat(taken.brought().revision()).isEqualTo(1);
    assertThat(Files.readString(desk.file("offers/kestrel.csv"))).isEqualTo(rows("kestrel", 44));
    assertThat(copy).as("the leftover is never touched").hasContent(rows("kestrel", 44));
    assertThat(only().verdict()).as("now it is recorded").isEqualTo(LeftoverVerdict.SAME);
    assertThat(only().same()).hasValue(1);
    assertThatThrownBy(() -> desk.office().leftovers().take(only(), "", false))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("is r1 of offers/kestrel.csv to the byte");
  }

  /** Programs take their copies away at any time, and nobody is to be told of that. */
  @Test
  void aCopyThatVanishesBeforeItIsRecordedIsPassedOver() throws Exception {
    Path copy = left(desk.file("offers/kestrel.csv~"), rows("kestrel", 44), Duration.ofHours(2));
    Leftover found = only();
    Files.delete(copy);
    assertThat(desk.office().leftovers().record(found)).isEmpty();
    assertThat(desk.life("offers/kestrel.csv").revisions()).hasSize(1);
  }

  @Test
  void theOnlySurvivorGetsItsProperNameAndKindBack() throws Exception {
    left(
        desk.file("offers/heron.tmp"),
        "<!DOCTYPE html>\n<html><body>Heron</body></html>\n",
        Duration.ZERO);
    left(desk.file("offers/tern.txt.bak"), "an offer to Tern\n", Duration.ZERO);
    List<Leftover> all = look();
    assertThat(all).hasSize(2).allMatch(one -> one.verdict() == LeftoverVerdict.ONLY_SURVIVOR);
    for (Leftover one : all) {
      desk.office().leftovers().take(one, "", false);
    }
    assertThat(desk.file("offers/tern.txt")).hasContent("an offer to Tern\n");
    assertThat(desk.file("offers/heron.html")).exists();
    assertThat(desk.life("offers/tern.txt").revisions()).hasSize(1);
  }

  @Test
  void theCopyOfARemovedFileBringsItBackAsItWasLast() throws Exception {
    left(desk.file("offers/kestrel.bak"), rows("kestrel", 41), Duration.ofHours(2));
    Files.delete(desk.file("offers/kestrel.csv"));
    desk.capture();
    Leftover found = only();
    assertThat(found.verdict()).isEqualTo(LeftoverVerdict.NEWER);
    desk.office().leftovers().take(found, "", false);
    assertThat(desk.file("offers/kestrel.csv")).hasContent(rows("kestrel", 41));
    assertThat(desk.life("offers/kestrel.csv").revisions()).hasSize(2);
  }

  @Test
  void aScratchCopyUnderAnyNameIsKnownByItsContentAndStrangersAreLeftAlone() throws Exception {
    left(scratch.resolve("program/w0017.csv"), rows("plover", 43), Duration.ofHours(1));
    left(
        scratch.resolve("letter to nobody.txt"),
        "dear nobody, this is mine\n".repeat(20),
        Duration.ZERO);
    left(scratch.resolve("install.log.old"), "installed things\n".repeat(20), Duration.ZERO);
    Leftover found = only();
    assertThat(found.place().text()).isEqualTo("offers/plover.csv");
    assertThat(found.verdict()).isEqualTo(LeftoverVerdict.NEWER);
  }

  @Test
  void whatIsOlderOrDamagedIsSaidAndDamagedIsTakenOnlyOnPurpose() throws Exception {
    left(desk.file("offers/kestrel.csv.old"), rows("kestrel", 12), Duration.ofDays(-300));
    left(desk.file("offers/plover.csv.bak"), "", Duration.ofHours(1));
    List<Leftover> all = look();
    assertThat(all)
        .extracting(Leftover::verdict)
        .containsExactly(LeftoverVerdict.DAMAGED, LeftoverVerdict.OLDER);
    assertThatThrownBy(() -> desk.office().leftovers().take(all.get(0), "", false))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("--anyway");
    assertThat(desk.file("offers/plover.csv")).hasContent(rows("plover", 40));
    desk.office().leftovers().take(all.get(0), "", true);
    assertThat(desk.file("offers/plover.csv")).isEmptyFile();
  }

  @Test
  void aRuleOfOnesOwnCountsBeforeTheUsualOnesAndIsRemembered() throws Exception {
    left(desk.file("offers/kestrel.csv.part"), rows("kestrel", 44), Duration.ofHours(2));
    assertThat(look()).isEmpty();
    desk.office().leftovers().places().add(LeftoverRule.parse("{name}.part = {name}"));
    assertThat(only().verdict()).isEqualTo(LeftoverVerdict.NEWER);
    desk.restart();
    assertThat(only().verdict()).isEqualTo(LeftoverVerdict.NEWER);
    desk.office().leftovers().places().remove(LeftoverRule.parse("{name}.part = {name}"));
    assertThat(look()).isEmpty();
  }

  /** A scratch folder changes while it is looked through. */
  @Test
  void aCopyThatVanishesMeanwhileHidesNoOther() throws Exception {
    left(scratch.resolve("w1.csv"), rows("plover", 43), Duration.ofHours(1));
    Path vanishing = left(scratch.resolve("w2.csv"), rows("kestrel", 43), Duration.ofHours(1));
    Progress deletes =
        new Progress() {
          @Override
          public void phase(org.mendedleaf.core.progress.Phase phase, long items, long bytes) {
            if (phase == org.mendedleaf.core.progress.Phase.READING) {
              try {
                Files.deleteIfExists(vanishing);
              } catch (java.io.IOException e) {
                throw new java.io.UncheckedIOException(e);
              }
            }
          }

          @Override
          public void advanced(long items, long bytes) {}

          @Override
          public boolean cancelled() {
            return false;
          }
        };
    assertThat(desk.office().leftovers().look(deletes).leftovers())
        .extracting(one -> one.place().text())
        .containsExactly("offers/plover.csv");
  }
}
