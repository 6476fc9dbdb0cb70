package org.mendedleaf.core.findings;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** What is passed over quickly is nothing that would have been found slowly. */
class PlainEditTest {

  private static final Scrutiny.Past PAST =
      new Scrutiny.Past() {
        @Override
        public List<Long> sizes() {
          return List.of(4_000L, 3_900L, 4_100L, 4_050L);
        }

        @Override
        public Optional<Double> usuallyKept() {
          return Optional.of(0.95);
        }
      };

  private static String lines(int count) {
    return IntStream.range(0, count)
        .mapToObj(i -> "{seam %d: [%d mm, größer als %d]}".formatted(i, 900 + 7 * i, i % 5))
        .collect(Collectors.joining("\n", "", "\n"));
  }

  /** Bytes that replace a stretch of others. */
  private static byte[] edited(byte[] before, Random random) throws IOException {
    int from = random.nextInt(before.length + 1);
    int to = Math.min(before.length, from + random.nextInt(300));
    byte[] comes = new byte[random.nextInt(300)];
    switch (random.nextInt(5)) {
      case 0 -> random.nextBytes(comes);
      case 1 -> Arrays.fill(comes, (byte) 0);
      case 2 -> comes = "Ã¶rdered Ã¼ber ".repeat(1 + random.nextInt(9)).getBytes(UTF_8);
      case 3 -> comes = lines(1 + random.nextInt(6)).getBytes(UTF_8);
      default -> comes = new byte[0];
    }
    ByteArrayOutputStream now = new ByteArrayOutputStream();
    now.write(before, 0, from);
    now.write(comes);
    now.write(before, to, before.length - to);
    return now.toByteArray();
  }

  @Property(tries = 2_000)
  void nothingIsFoundOfWhatIsPassedOver(@ForAll long seed) throws IOException {
    Random random = new Random(seed);
    byte[] before = lines(20 + random.nextInt(120)).getBytes(UTF_8);
    byte[] now = edited(before, random);
    if (PlainEdit.of(now, before)) {
      Measures measured = Measuring.of(now);
      Measures base = Measuring.before(measured, before);
      assertThat(Scrutiny.of(measured, base, PAST)).isEmpty();
      assertThat(Scrutiny.isForeign(measured, base)).isFalse();
    }
  }

  @Test
  void ordinarySavesArePassedOver() {
    byte[] before = lines(60).getBytes(UTF_8);
    assertThat(PlainEdit.of(before, before)).isTrue();
    for (String edit : List.of("a line that comes\n", "größer und höher\n", "x")) {
      String text = lines(60);
      int at = text.indexOf("{seam 30");
      byte[] now = (text.substring(0, at) + edit + text.substring(at)).getBytes(UTF_8);
      assertThat(PlainEdit.of(now, before)).as(edit).isTrue();
    }
    assertThat(PlainEdit.of((lines(60) + "one more below\n").getBytes(UTF_8), before)).isTrue();
    assertThat(PlainEdit.of(lines(60).replace("930 mm", "931 mm").getBytes(UTF_8), before))
        .isTrue();
  }

  @Test
  void whateverMayBeDamageIsMeasured() {
    byte[] before = lines(60).getBytes(UTF_8);
    byte[] zeros = before.clone();
    Arrays.fill(zeros, 500, 520, (byte) 0);
    assertThat(PlainEdit.of(zeros, before)).isFalse();
    assertThat(PlainEdit.of(Arrays.copyOf(before, before.length - 20), before)).isFalse();
    assertThat(PlainEdit.of((lines(60) + "{seam 1: [").getBytes(UTF_8), before)).isFalse();
    assertThat(PlainEdit.of(lines(30).getBytes(UTF_8), before)).isFalse();
    assertThat(PlainEdit.of(new byte[0], before)).isFalse();
  }
}
