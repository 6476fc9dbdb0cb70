package org.mendedleaf.core.likeness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.likeness.Sketch.Overlap;

/** Sketches tell what large contents share, and of small ones exactly. */
class SketchTest {

  private static Sketch of(int from, int to) {
    Sketch.Builder builder = new Sketch.Builder();
    for (int i = from; i < to; i++) {
      builder.add(Mix.spread(i));
      builder.add(Mix.spread(i));
    }
    return builder.build();
  }

  private static Overlap overlap(Sketch one, Sketch other, Rarity rarity) {
    return rarity.weigh(one).overlap(rarity.weigh(other));
  }

  @Property(tries = 200)
  void ofSmallSetsItIsExact(
      @ForAll @IntRange(min = 1, max = 400) int length, @ForAll @IntRange(max = 400) int shift) {
    Overlap found = overlap(of(0, length), of(shift, shift + length), Rarity.NONE);
    double shared = Math.max(0, length - shift);
    assertThat(found.ofThis()).isCloseTo(shared / length, within(1e-9));
    assertThat(found.ofOther()).isCloseTo(shared / length, within(1e-9));
  }

  @Property(tries = 30)
  void ofLargeSetsItIsNear(@ForAll @IntRange(max = 100) int percent) {
    int length = 50_000;
    int shift = length - length * percent / 100;
    Overlap found = overlap(of(0, length), of(shift, shift + length), Rarity.NONE);
    assertThat(found.both()).isCloseTo(percent / 100.0, within(0.1));
  }

  @Test
  void whatManyHaveTellsLess() {
    Sketch letterhead = of(0, 100);
    Sketch mine = joined(0, 100, 1000, 1010);
    Sketch other = joined(0, 100, 2000, 2010);
    Rarity rarity = Rarity.among(List.of(letterhead, mine, other, of(0, 100), of(0, 100)));
    assertThat(overlap(mine, other, Rarity.NONE).both()).isGreaterThan(0.9);
    assertThat(overlap(mine, other, rarity).both()).isLessThan(0.7);
  }

  private static Sketch joined(int from, int to, int moreFrom, int moreTo) {
    Sketch.Builder builder = new Sketch.Builder();
    IntStream.concat(IntStream.range(from, to), IntStream.range(moreFrom, moreTo))
        .forEach(i -> builder.add(Mix.spread(i)));
    return builder.build();
  }

  @Test
  void bytesThatWereMovedAreFoundAndZerosTellNothing() {
    byte[] bytes = new byte[20_000];
    new Random(7).nextBytes(bytes);
    byte[] moved = new byte[21_000];
    System.arraycopy(bytes, 0, moved, 1000, bytes.length);
    assertThat(overlap(ByteSketch.of(bytes), ByteSketch.of(moved), Rarity.NONE).ofThis())
        .isGreaterThan(0.95);
    assertThat(ByteSketch.of(new byte[50_000]).hashes()).hasSizeLessThan(20);
    assertThat(ByteSketch.of(new byte[0]).isEmpty()).isTrue();
  }

  @Test
  void wordsAreTheSameWhateverTheirCaseAndAccents() {
    assertThat(TermSketch.of("The LUFF tape, r\u00e9paired"))
        .isEqualTo(TermSketch.of("the luff tape repaired"));
    String letter =
        IntStream.range(0, 3000).mapToObj(i -> "word" + i).collect(Collectors.joining(" "));
    Overlap found =
        overlap(TermSketch.of(letter), TermSketch.of(letter + " and a line more"), Rarity.NONE);
    assertThat(found.ofThis()).isGreaterThan(0.95);
  }
}
