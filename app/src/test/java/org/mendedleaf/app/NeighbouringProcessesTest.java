package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Several real processes at once on one store. */
class NeighbouringProcessesTest extends StartedProcesses {

  @Test
  void twoDesksCaptureIntoOneStoreAtOnce() throws Exception {
    Random random = new Random(5);
    run("desk1", "store", "make", "store");
    run("desk2", "store", "open", "store");
    for (String desk : List.of("1", "2")) {
      Files.createDirectories(base.resolve("work" + desk));
      run(
          "desk" + desk,
          "shelf",
          "add",
          "work" + desk,
          "--store",
          "store",
          "--name",
          "W" + desk,
          "--plan",
          "none");
    }
    for (int round = 0; round < 6; round++) {
      fill(base.resolve("work1"), random, 30);
      fill(base.resolve("work2"), random, 30);
      Process one = start("desk1", base.resolve("one"), "capture", "W1");
      Process two = start("desk2", base.resolve("two"), "capture", "W2");
      assertThat(one.waitFor()).isZero();
      assertThat(two.waitFor()).isZero();
    }
    for (String shelf : List.of("1", "2")) {
      Map<String, String> lying = lying(base.resolve("work" + shelf));
      assertThat(recorded("desk1", "W" + shelf)).isEqualTo(lying);
      assertThat(recorded("desk2", "W" + shelf)).isEqualTo(lying);
      JsonNode seenFromOne = json("desk1", "history", "W" + shelf + ":f0");
      JsonNode seenFromTwo = json("desk2", "history", "W" + shelf + ":f0");
      assertThat(seenFromOne.get("revisions")).hasSize(6);
      assertThat(withoutZone(seenFromOne)).isEqualTo(withoutZone(seenFromTwo));
    }
    assertThat(json("desk1", "verify", "--content").get("damaged")).isEmpty();
    assertThat(json("desk1", "ledger")).isEqualTo(json("desk2", "ledger"));
  }

  private static String withoutZone(JsonNode history) {
    return history.get("file") + "\n" + history.get("revisions");
  }

  @Test
  void helpNeedsNoHomeAndNoWindow() throws Exception {
    assertThat(started("home", "--help")).contains("capture", "mend");
    assertThat(base.resolve("home")).doesNotExist();
    byte[] bytes = started("home", "--version").getBytes(StandardCharsets.UTF_8);
    assertThat(new String(bytes, StandardCharsets.UTF_8)).contains("Mended Leaf");
  }
}
