package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.LongRange;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.upkeep.Upkeep;

/**
 * The power fails anywhere in captures and in tidying up, and what was not forced is lost, or came
 * to the drive in another order: what was said to be recorded is there, and the store is sound.
 */
class PowerCutTest {

  private static final int ROUNDS = 4;

  @Property(shrinking = ShrinkingMode.OFF)
  void whatWasRecordedSurvivesIt(
      @ForAll @LongRange(min = 0, max = 260) long last, @ForAll long seed) throws Exception {
    Path disk = Files.createTempDirectory("power");
    Random random = new Random(seed);
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      desk.setPartSize(new PartSize(1 << 20, 5));
      PowerCut power = new PowerCut(desk.files(), desk.storeFolder());
      List<Map<String, String>> states = new ArrayList<>();
      desk.powerFailsAfter(last);
      int recorded = 0;
      try {
        for (int round = 0; round < ROUNDS; round++) {
          states.add(fill(desk, round, random));
          desk.capture();
          recorded++;
          if (random.nextBoolean()) {
            var unused = new Upkeep(desk.catalogue(), desk.journal(), 2).run(desk.now(), "maren");
          }
        }
      } catch (PowerCut.Now | IllegalStateException e) {
        // Workers tell of it as a cause.
        assertThat(e instanceof PowerCut.Now ? e : e.getCause()).isInstanceOf(PowerCut.Now.class);
        assertThat(recorded).isLessThan(ROUNDS);
      }
      desk.startAgainAfter(power, random);

      for (int round = 0; round < recorded; round++) {
        for (Map.Entry<String, String> file : states.get(round).entrySet()) {
          assertThat(history(desk, file.getKey())).contains(file.getValue());
        }
      }
      for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
        assertThat(desk.store().verification().deep(sheaf).damage()).isEmpty();
      }
      desk.capture();
      for (Map.Entry<String, String> file : lying(desk).entrySet()) {
        List<String> history = history(desk, file.getKey());
        assertThat(history.get(history.size() - 1)).isEqualTo(file.getValue());
      }
    }
  }

  private static Map<String, String> fill(FaultyDesk desk, int round, Random random)
      throws IOException {
    Map<String, String> texts = new TreeMap<>();
    for (int i = 0; i < 8; i++) {
      String text = ("file " + i + " round " + round + "\n").repeat(1 + random.nextInt(200));
      Files.createDirectories(desk.folder());
      Files.writeString(desk.file("f" + i), text, StandardCharsets.UTF_8);
      texts.put("f" + i, text);
    }
    return texts;
  }

  private static Map<String, String> lying(FaultyDesk desk) throws IOException {
    Map<String, String> texts = new TreeMap<>();
    try (Stream<Path> files = Files.list(desk.folder())) {
      for (Path file : files.toList()) {
        texts.put(file.getFileName().toString(), Files.readString(file, StandardCharsets.UTF_8));
      }
    }
    return texts;
  }

  private static List<String> history(FaultyDesk desk, String name) throws IOException {
    List<String> texts = new ArrayList<>();
    for (PresentFile file : desk.catalogue().present().of(desk.shelf())) {
      if (file.state().path().shown().equals(name)) {
        for (Revision revision : desk.catalogue().files().history(file.file())) {
          texts.add(
              new String(
                  desk.catalogue().contents().bytes(revision.state().content().orElseThrow()),
                  StandardCharsets.UTF_8));
        }
      }
    }
    return texts;
  }
}
