package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** A real process, killed at any moment. */
class KilledProcessTest extends StartedProcesses {

  private static final int KILLS = Integer.getInteger("kills", 12);

  @Test
  void aCaptureKilledAtAnyMomentLeavesAWholeStore() throws Exception {
    Random random = new Random(4);
    Path work = Files.createDirectories(base.resolve("work"));
    run("home", "store", "make", "store");
    run("home", "shelf", "add", "work", "--store", "store", "--name", "W");
    fill(work, random, 20);
    run("home", "capture");
    Map<String, String> before = recorded("home", "W");
    assertThat(before).isEqualTo(lying(work));
    for (int i = 0; i < KILLS; i++) {
      fill(work, random, 250);
      Process process = start("home", base.resolve("killed"), "capture");
      // A whole capture takes about 900 ms here: from before the first byte to after the last.
      boolean ended = process.waitFor(150 + random.nextInt(900), TimeUnit.MILLISECONDS);
      process.destroyForcibly().waitFor();

      JsonNode verified = json("home", "verify", "--content");
      assertThat(verified.get("damaged")).isEmpty();
      Map<String, String> after = recorded("home", "W");
      if (ended) {
        assertThat(after).isEqualTo(lying(work));
      } else {
        assertThat(after).as("old or new, nothing between").isIn(before, lying(work));
      }
      run("home", "capture");
      before = recorded("home", "W");
      assertThat(before).isEqualTo(lying(work));
    }
  }
}
