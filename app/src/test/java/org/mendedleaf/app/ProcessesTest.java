package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Real processes: killed at any moment, and several at once on one store. */
class ProcessesTest {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final int KILLS = Integer.getInteger("kills", 12);

  @TempDir Path base;
  private int outputs;

  private Process start(String home, Path out, String... words) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName()));
    command.addAll(List.of(words));
    command.addAll(List.of("--home", base.resolve(home).toString()));
    return new ProcessBuilder(command)
        .directory(base.toFile())
        .redirectOutput(out.toFile())
        .redirectError(ProcessBuilder.Redirect.INHERIT)
        .start();
  }

  private String run(String home, String... words) throws Exception {
    Path out = base.resolve("out" + outputs++);
    Process process = start(home, out, words);
    assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
    assertThat(process.exitValue()).as(String.join(" ", words)).isZero();
    return Files.readString(out);
  }

  private JsonNode json(String home, String... words) throws Exception {
    List<String> all = new ArrayList<>(List.of(words));
    all.add("--json");
    return JSON.readTree(run(home, all.toArray(String[]::new)));
  }

  private Map<String, String> recorded(String home, String shelf) throws Exception {
    Map<String, String> files = new TreeMap<>();
    for (JsonNode entry : json(home, "tree", shelf, "--sha256").get("entries")) {
      if (entry.get("kind").asText().equals("file")) {
        files.put(entry.get("path").asText(), entry.get("sha256").asText());
      }
    }
    return files;
  }

  private static Map<String, String> lying(Path folder) throws Exception {
    Map<String, String> files = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        byte[] hash = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file));
        files.put(folder.relativize(file).toString(), HexFormat.of().formatHex(hash));
      }
    }
    return files;
  }

  private static void fill(Path folder, Random random, int files) throws IOException {
    Files.createDirectories(folder.resolve("in"));
    for (int i = 0; i < files; i++) {
      byte[] bytes = new byte[random.nextInt(60_000)];
      random.nextBytes(bytes);
      Files.write(folder.resolve(i % 2 == 0 ? "f" + i : "in/f" + i), bytes);
    }
  }

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
    assertThat(run("home", "--help")).contains("capture", "mend");
    assertThat(base.resolve("home")).doesNotExist();
    byte[] bytes = run("home", "--version").getBytes(StandardCharsets.UTF_8);
    assertThat(new String(bytes, StandardCharsets.UTF_8)).contains("Mended Leaf");
  }
}
