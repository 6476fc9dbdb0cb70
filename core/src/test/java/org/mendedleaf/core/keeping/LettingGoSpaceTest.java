package org.mendedleaf.core.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.oracle.TestDesk;

/** Letting go makes a store smaller, also where what stays leaned on what goes. */
class LettingGoSpaceTest {

  /** What the act itself takes: its segment in the log, and the header of a sheaf. */
  private static final long ACT = 2_000;

  @TempDir Path base;

  private long bytes() throws IOException {
    try (Stream<Path> files = Files.walk(base.resolve("store"))) {
      return files.filter(Files::isRegularFile).mapToLong(LettingGoSpaceTest::size).sum();
    }
  }

  private static long size(Path file) {
    try {
      return Files.size(file);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static String lines(Random random, int count) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < count; i++) {
      text.append("M-").append(i).append(";").append(Long.toHexString(random.nextLong()));
      text.append(";").append(random.nextInt(10_000)).append('\n');
    }
    return text.toString();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void whatLeanedOnTheErasedLeansOnWhatStays(int seed) throws Exception {
    int every = 1 + seed % 4;
    try (TestDesk desk = new TestDesk(base)) {
      Random random = new Random(seed);
      String[] texts = {lines(random, 400), lines(random, 600), lines(random, 900)};
      // A drive lists files in any order, and what is packed together depends on it.
      String[] names = new String[texts.length];
      for (int file = 0; file < texts.length; file++) {
        names[file] = Integer.toHexString(random.nextInt()) + ".csv";
      }
      for (int revision = 0; revision < 12; revision++) {
        for (int file = 0; file < texts.length; file++) {
          int at = random.nextInt(texts[file].length() - 200);
          texts[file] =
              texts[file].substring(0, at) + lines(random, 2) + texts[file].substring(at + 40);
          desk.write(names[file], texts[file]);
        }
        desk.capture();
      }
      for (int file = 0; file < texts.length; file++) {
        FileLife life = desk.life(names[file]);
        Set<Integer> going = new HashSet<>();
        for (int number = 0; number < 11; number++) {
          if (number % (every + 1) != 0 || every == 1) {
            going.add(number);
          }
        }
        long before = bytes();
        Erasures.Consequences told = desk.office().erasures().rehearse(life.ref(), going);
        Erasures.ErasureDone erased =
            desk.office().erasures().erase(life.ref(), going, life.file().path().name());
        assertThat(bytes()).as("file %d", file).isLessThanOrEqualTo(before + ACT);
        assertThat(erased.freed()).isEqualTo(told.freed()).isGreaterThan(-ACT);
        FileLife after = desk.life(names[file]);
        assertThat(new String(desk.content(after, 11), java.nio.charset.StandardCharsets.UTF_8))
            .isEqualTo(texts[file]);
      }
    }
  }

  @Test
  void everyStateThatStaysReadsTheSameAfterManyErasures() throws Exception {
    try (TestDesk desk = new TestDesk(base)) {
      Random random = new Random(7);
      String text = lines(random, 500);
      java.util.Map<Integer, String> states = new java.util.HashMap<>();
      for (int revision = 0; revision < 36; revision++) {
        int at = random.nextInt(text.length() - 200);
        text = text.substring(0, at) + lines(random, 2) + text.substring(at + 40);
        desk.write("list.csv", text);
        desk.capture();
        states.put(revision, text);
      }
      for (int round = 0; round < 9; round++) {
        Set<Integer> going = new HashSet<>();
        while (going.size() < 3) {
          int number = random.nextInt(35);
          if (states.remove(number) != null) {
            going.add(number);
          }
        }
        desk.office().erasures().erase(desk.life("list.csv").ref(), going, "list.csv");
        for (java.util.Map.Entry<Integer, String> state : states.entrySet()) {
          assertThat(
                  new String(
                      desk.content(desk.life("list.csv"), state.getKey()),
                      java.nio.charset.StandardCharsets.UTF_8))
              .isEqualTo(state.getValue());
        }
      }
    }
  }
}
