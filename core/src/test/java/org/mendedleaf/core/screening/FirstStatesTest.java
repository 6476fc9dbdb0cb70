package org.mendedleaf.core.screening;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;

/** What was wrong before anything was recorded is told too, and never as an event. */
class FirstStatesTest {

  private static final Duration LONG = Duration.ofMinutes(1);

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void anOffice() throws Exception {
    desk = new TestDesk(base);
    desk.write("notes.txt", "Leech line of the jib to be shortened by 20 mm.\n".getBytes(UTF_8));
    desk.write("empty.csv", new byte[0]);
    desk.write("layout.loftcad", new byte[8_000]);
    desk.write("photo.png", new byte[8_000]);
    desk.write("prices.csv", random(6_000));
    desk.write("letter.pdf", "%PDF-1.7\nand no more of it\n".getBytes(UTF_8));
    desk.write("page.png", "GIF89a and so on, which every browser shows".getBytes(UTF_8));
    desk.write("invoice.docx", "a text under another name\n".getBytes(UTF_8));
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private static byte[] random(int length) {
    byte[] bytes = new byte[length];
    new Random(3).nextBytes(bytes);
    return bytes;
  }

  private int screen() throws Exception {
    String store = desk.shelf().store();
    var unused = desk.office().screenings().screen(store, LONG, Progress.NONE);
    return desk.office().screenings().screenFirst(store, LONG, Progress.NONE);
  }

  private List<String> doubtful() throws Exception {
    return desk.office().screenings().doubtful(desk.shelf()).stream()
        .map(FirstStatesTest::shown)
        .sorted()
        .toList();
  }

  private static String shown(DoubtfulFile one) {
    return one.file().path().text() + " " + one.first().kind() + " " + one.first().strength();
  }

  @Test
  void whatContradictsItsNameIsTold() throws Exception {
    assertThat(screen()).isEqualTo(8);
    assertThat(doubtful())
        .containsExactly(
            "invoice.docx OTHER_KIND WORTH_A_LOOK",
            "letter.pdf UNOPENABLE WORTH_A_LOOK",
            "photo.png ZEROS LIKELY",
            "prices.csv NOISE LIKELY");
    assertThat(screen()).as("examined once").isZero();
  }

  /** Whoever stops it after it has begun must not make it pass over what comes first. */
  @Test
  void whatWasNotExaminedWhenItWasStoppedIsExaminedLater() throws Exception {
    Progress stopping =
        new Progress() {
          private int asked;

          @Override
          public void phase(Phase phase, long items, long bytes) {}

          @Override
          public void advanced(long items, long bytes) {}

          @Override
          public boolean cancelled() {
            return asked++ > 0;
          }
        };
    String store = desk.shelf().store();
    assertThat(desk.office().screenings().screenFirst(store, LONG, stopping)).isZero();
    assertThat(screen()).isEqualTo(8);
  }

  @Test
  void whatComesLaterIsExaminedLater() throws Exception {
    var unused = screen();
    desk.write("second.jpg", new byte[4_096]);
    desk.capture();
    assertThat(screen()).isEqualTo(1);
    assertThat(doubtful()).contains("second.jpg ZEROS LIKELY");
  }

  @Test
  void whatIsMendedIsNotHeldAgainstWhatWasHurt() throws Exception {
    var unused = screen();
    desk.write("prices.csv", "cloth;price\n240 g;18.40\n".repeat(40).getBytes(UTF_8));
    desk.capture();
    var unusedToo = screen();
    assertThat(doubtful()).noneMatch(one -> one.startsWith("prices.csv"));
  }

  @Test
  void whatStaysHurtIsStillDoubtful() throws Exception {
    var unused = screen();
    byte[] zeros = new byte[9_000];
    Arrays.fill(zeros, 0, 30, (byte) 'x');
    desk.write("photo.png", zeros);
    desk.capture();
    var unusedToo = screen();
    assertThat(doubtful()).contains("photo.png " + FindingKind.STILL_CARRIES + " LIKELY");
    assertThat(desk.office().screenings().doubtful(desk.shelf()))
        .filteredOn(one -> one.file().path().text().equals("photo.png"))
        .allMatch(one -> one.lastGood().isEmpty())
        .allMatch(one -> one.first().strength() == FindingStrength.LIKELY);
  }

  @Test
  void manyOfThemAreNoEvent() throws Exception {
    for (int i = 0; i < 20; i++) {
      desk.write("old/photo %02d.png".formatted(i), new byte[2_000]);
    }
    desk.capture();
    var unused = screen();
    desk.write("prices.csv", "now a price list that grew\n".repeat(9).getBytes(UTF_8));
    desk.write("notes.txt", new byte[0]);
    desk.capture();
    var unusedToo = screen();
    assertThat(desk.office().massEvents().of(desk.shelf())).isEmpty();
  }
}
