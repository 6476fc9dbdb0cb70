package org.mendedleaf.core.findings;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_16LE;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** What is said of a content beside the one before it, and what is not. */
class ScrutinyTest {

  private static final Scrutiny.Past NO_PAST = past(List.of(), Optional.empty());

  private final Random random = new Random(5);

  @Test
  void nothingIsDoubtfulAboutOrdinaryWork() throws IOException {
    byte[] before = orders(80).getBytes(UTF_8);
    assertThat(found(before, orders(81).getBytes(UTF_8))).isEmpty();
    assertThat(found(before, orders(20).getBytes(UTF_8))).as("the last lines taken out").isEmpty();
    assertThat(found(before, orders(80).replace("cloth", "Tuch").getBytes(UTF_8))).isEmpty();
    assertThat(found(before, orders(80).getBytes(UTF_16LE))).as("two bytes a letter").isEmpty();
    assertThat(found(new byte[0], before)).as("filled for the first time").isEmpty();
  }

  @Test
  void whatWasEmptiedIsSaid() throws IOException {
    byte[] before = orders(80).getBytes(UTF_8);
    assertThat(found(before, new byte[0]))
        .containsExactly(Finding.of(FindingKind.EMPTIED, FindingStrength.SURE, 0, before.length));
  }

  @Test
  void aRunOfZerosIsSaidWhereverItLies() throws IOException {
    byte[] before = orders(400).getBytes(UTF_8);
    for (int from : new int[] {0, 5000, before.length - 4096}) {
      byte[] hurt = before.clone();
      Arrays.fill(hurt, from, from + 4096, (byte) 0);
      assertThat(kinds(before, hurt)).as("from %d", from).contains(FindingKind.ZEROS);
    }
  }

  @Test
  void zerosThatWereThereBeforeAreNothingNew() throws IOException {
    byte[] table = new byte[40_000];
    random.nextBytes(Arrays.copyOf(table, 100));
    byte[] later = table.clone();
    later[17] = 4;
    assertThat(found(table, later)).isEmpty();
  }

  @Test
  void aPartOfATextThatBecameNoiseIsSaid() throws IOException {
    byte[] before = orders(400).getBytes(UTF_8);
    byte[] hurt = before.clone();
    byte[] noise = new byte[4096];
    random.nextBytes(noise);
    System.arraycopy(noise, 0, hurt, 7001, noise.length);
    assertThat(found(before, hurt))
        .first()
        .matches(one -> one.kind() == FindingKind.NOISE)
        .matches(one -> one.strength() == FindingStrength.SURE);
  }

  @Test
  void aTextThatEndsInTheMiddleOfALineIsSaid() throws IOException {
    byte[] before = orders(80).getBytes(UTF_8);
    byte[] cut = Arrays.copyOf(before, before.length / 2 + 3);
    assertThat(found(before, cut))
        .containsExactly(
            Finding.of(FindingKind.CUT_OFF, FindingStrength.SURE, cut.length, before.length));
  }

  @Test
  void aPackageWithoutItsEndIsSaid() throws IOException {
    byte[] before = zip(orders(80));
    byte[] cut = Arrays.copyOf(zip(orders(90)), before.length - 40);
    assertThat(kinds(before, cut)).contains(FindingKind.CUT_OFF);
    assertThat(found(before, zip(orders(90)))).as("changed and whole").isEmpty();
  }

  @Test
  void anotherKindUnderTheSameNameIsSaid() throws IOException {
    byte[] before = zip(orders(80));
    assertThat(found(before, orders(80).getBytes(UTF_8)))
        .first()
        .matches(one -> one.kind() == FindingKind.OTHER_KIND)
        .matches(one -> one.strength() == FindingStrength.SURE);
  }

  @Test
  void keysHitAtRandomAreTold() throws IOException {
    byte[] before = orders(80).getBytes(UTF_8);
    StringBuilder mash = new StringBuilder();
    String keys = "asdfjklqweruiopzxcvnm gh;";
    while (mash.length() < 400) {
      mash.append(keys.charAt(random.nextInt(keys.length())));
    }
    assertThat(found(before, mash.toString().getBytes(UTF_8)))
        .first()
        .matches(one -> one.kind() == FindingKind.RUBBISH)
        .matches(one -> one.measured() > 30 && one.usual() < 3);
  }

  @Test
  void textInTheSameLanguageIsNoRubbish() throws IOException {
    String letter =
        """
        Dear Mrs Dunmore, the mainsail came in on Monday with two torn panels at the leech, and the
        third batten pocket is chafed through. We can have it ready before Easter if the cloth
        arrives this week. Kind regards, Anselm Birch, Gannet Point Sail Loft
        """;
    assertThat(kinds(orders(80).getBytes(UTF_8), letter.repeat(2).getBytes(UTF_8)))
        .doesNotContain(FindingKind.RUBBISH);
  }

  @Test
  void lettersDecodedWithAWrongEncodingAreTold() throws IOException {
    String before = "Größe, Länge, Höhe: für Böen bis 30 Knoten\n".repeat(8);
    byte[] garbled = new String(before.getBytes(UTF_8), ISO_8859_1).getBytes(UTF_8);
    assertThat(found(before.getBytes(UTF_8), garbled))
        .first()
        .matches(one -> one.kind() == FindingKind.GARBLED_LETTERS)
        .matches(one -> one.measured() == 8 * 6 && one.usual() == 0);
    assertThat(kinds(garbled, before.getBytes(UTF_8))).as("put right").isEmpty();
  }

  @Test
  void aRewriteIsWorthALookWhereTheFileChangesLittle() throws IOException {
    byte[] before = orders(80).getBytes(UTF_8);
    byte[] letter =
        "The loft is closed on Friday and open on Saturday until noon.\n"
            .repeat(40)
            .getBytes(UTF_8);
    assertThat(found(before, letter, past(List.of(1L), Optional.of(0.9))))
        .extracting(Finding::kind)
        .containsExactly(FindingKind.REWRITTEN);
    assertThat(found(before, letter, past(List.of(1L), Optional.of(0.1))))
        .as("it is rewritten each time")
        .isEmpty();
  }

  @Test
  void aSizeFarOutsideTheHistoryIsWorthALook() throws IOException {
    byte[] before = orders(800).getBytes(UTF_8);
    long usual = before.length;
    Scrutiny.Past past = past(List.of(usual, usual + 10, usual - 10, usual + 3), Optional.of(0.9));
    assertThat(found(before, orders(60).getBytes(UTF_8), past))
        .containsExactly(
            Finding.of(
                FindingKind.SIZE, FindingStrength.WORTH_A_LOOK, orders(60).length(), usual - 10));
  }

  @Test
  void littleThatHasNothingInCommonWithALargeFileIsLikelyDamage() throws IOException {
    byte[] before = orders(100).getBytes(UTF_8);
    long usual = before.length;
    Scrutiny.Past past = past(List.of(usual, usual + 9, usual - 9, usual + 3), Optional.of(0.9));
    assertThat(found(before, "qw er\n".getBytes(UTF_8), past))
        .first()
        .matches(one -> one.kind() == FindingKind.REWRITTEN)
        .matches(one -> one.strength() == FindingStrength.LIKELY);
  }

  @Test
  void anotherFilesContentIsToldWithItsName() {
    Measures own = Measuring.of(orders(80).getBytes(UTF_8));
    String panels = panels(80);
    Measures other = Measuring.of(panels.getBytes(UTF_8));
    Measures now = Measuring.of((panels + "one line more\n").getBytes(UTF_8));
    assertThat(Scrutiny.isForeign(now, own)).isTrue();
    assertThat(Scrutiny.asOther(now, own, other, false, 17))
        .hasValueSatisfying(
            finding -> {
              assertThat(finding.other()).hasValue(17);
              assertThat(finding.measured()).isGreaterThan(90);
              assertThat(finding.usual()).isLessThan(10);
            });
    assertThat(Scrutiny.asOther(now, other, own, false, 17)).as("it is its own").isEmpty();
  }

  @Test
  void whatStillHasTheDoubtfulPartIsTold() {
    String good = orders(80);
    String doubtful = panels(80);
    assertThat(still(doubtful + "and a line that was typed into it\n", doubtful, good))
        .hasValueSatisfying(finding -> assertThat(finding.usual()).isEqualTo(2));
    assertThat(still(good + "a line\n", doubtful, good)).as("the good one is back").isEmpty();
    assertThat(still(good, good.substring(0, 700), good)).as("what was cut is whole").isEmpty();
  }

  private static Optional<Finding> still(String now, String doubtful, String good) {
    return Scrutiny.asStill(
        Measuring.of(now.getBytes(UTF_8)),
        Measuring.of(doubtful.getBytes(UTF_8)),
        Measuring.of(good.getBytes(UTF_8)),
        FindingStrength.LIKELY,
        2);
  }

  /** However the bytes come in, the measures are the same. */
  @Property
  void measuresDoNotDependOnHowTheBytesCome(
      @ForAll byte[] bytes, @ForAll @IntRange(min = 1, max = 50) int step) {
    Measuring inPieces = new Measuring();
    for (int from = 0; from < bytes.length; from += step) {
      inPieces.write(bytes, from, Math.min(step, bytes.length - from));
    }
    Measures once = Measuring.of(bytes);
    assertThat(inPieces.measures()).usingRecursiveComparison().isEqualTo(once);
  }

  private List<FindingKind> kinds(byte[] before, byte[] now) throws IOException {
    return found(before, now).stream().map(Finding::kind).toList();
  }

  private List<Finding> found(byte[] before, byte[] now) throws IOException {
    return found(before, now, NO_PAST);
  }

  private List<Finding> found(byte[] before, byte[] now, Scrutiny.Past past) throws IOException {
    Measures measured = Measuring.of(now);
    return Scrutiny.of(measured, Measuring.before(measured, before), past);
  }

  private static Scrutiny.Past past(List<Long> sizes, Optional<Double> kept) {
    return new Scrutiny.Past() {
      @Override
      public List<Long> sizes() {
        return sizes;
      }

      @Override
      public Optional<Double> usuallyKept() {
        return kept;
      }
    };
  }

  private static String orders(int lines) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < lines; i++) {
      text.append("order ")
          .append(1000 + 7 * i)
          .append(": cloth of ")
          .append(i % 9 + 3)
          .append(" metres for the mainsail of Kestrel, due in week ")
          .append(i % 52)
          .append(", asked for by the owner in person\n");
    }
    return text.toString();
  }

  private static String panels(int lines) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < lines; i++) {
      text.append("panel ")
          .append(i)
          .append(" luff ")
          .append(400 + 3 * i)
          .append(" leech ")
          .append(395 + 2 * i)
          .append(" foot ")
          .append(120 + i)
          .append(" seam width 15\n");
    }
    return text.toString();
  }

  private static byte[] zip(String text) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      zip.putNextEntry(new ZipEntry("content.txt"));
      zip.write(text.getBytes(UTF_8));
      zip.closeEntry();
    }
    return bytes.toByteArray();
  }

  @Test
  void aLastLineBreakThatWentIsNoCut() throws IOException {
    byte[] before = "export declare const one: { two: string };\n".getBytes(UTF_8);
    assertThat(found(before, Arrays.copyOf(before, before.length - 1))).isEmpty();
    assertThat(kinds(before, Arrays.copyOf(before, before.length - 8)))
        .contains(FindingKind.CUT_OFF);
  }

  @Test
  void whatNeverEndedAsTextsEndIsNotCutOffWhenItEndsOtherwise() throws IOException {
    byte[] before = "three".repeat(900).getBytes(UTF_8);
    assertThat(found(before, "four".repeat(900).getBytes(UTF_8))).isEmpty();
  }

  @Test
  void aProgramThatGrewAndEndsInAWordIsCutOff() throws IOException {
    byte[] before = "a { b: 1 }".getBytes(UTF_8);
    byte[] cut = ("/* all of it is new */ " + "c { d: 2 } ".repeat(40) + "e { fo").getBytes(UTF_8);
    assertThat(kinds(before, cut)).contains(FindingKind.CUT_OFF);
  }

  @Test
  void whatEndedInAMarkAndEndsInAWordIsCutOff() throws IOException {
    byte[] before = ("a = 1; ".repeat(40) + "b = a + 2; done;").getBytes(UTF_8);
    byte[] cut = ("a = 1; ".repeat(20) + "b = a + 3; do").getBytes(UTF_8);
    assertThat(kinds(before, cut)).contains(FindingKind.CUT_OFF);
    byte[] shorter = ("a = 1; ".repeat(20) + "b = a + 3; done;").getBytes(UTF_8);
    assertThat(found(before, shorter)).isEmpty();
  }
}
