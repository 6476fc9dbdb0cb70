package org.mendedleaf.core.likeness;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.likeness.Traits.Flaw;

/** What a broken transfer leaves is seen at the ends of a content. */
class EndingTest {

  private static Set<Flaw> flaws(byte[] bytes) {
    WholeBytes whole = new WholeBytes();
    for (int at = 0; at < bytes.length; at += 1000) {
      whole.write(bytes, at, Math.min(1000, bytes.length - at));
    }
    return whole.flaws();
  }

  private static byte[] pdf(int length, String end) {
    byte[] bytes = new byte[length];
    Arrays.fill(bytes, (byte) 'x');
    put(bytes, 0, "%PDF-1.4");
    put(bytes, length - end.length(), end);
    return bytes;
  }

  private static void put(byte[] bytes, int at, String text) {
    byte[] some = text.getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(some, 0, bytes, at, some.length);
  }

  @Test
  void anEndThatIsMissingIsSeenHoweverLongTheContentIs() {
    assertThat(flaws(pdf(300_000, "%%EOF\n"))).isEmpty();
    assertThat(flaws(pdf(300_000, "xxxxx"))).containsExactly(Flaw.CUT_OFF);
    assertThat(flaws(new byte[] {'P', 'K', 3, 4, 0, 0})).containsExactly(Flaw.CUT_OFF);
  }

  @Test
  void nothingAndZerosAreSeen() {
    assertThat(flaws(new byte[0])).containsExactly(Flaw.EMPTY);
    assertThat(flaws(new byte[100])).containsExactly(Flaw.ZEROS);
    byte[] half = pdf(200_000, "x");
    Arrays.fill(half, 100_000, 200_000, (byte) 0);
    assertThat(flaws(half)).contains(Flaw.ZEROS, Flaw.CUT_OFF);
    byte[] text = "plain text".getBytes(StandardCharsets.UTF_8);
    assertThat(flaws(text)).isEmpty();
  }
}
