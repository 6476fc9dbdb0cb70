package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Damage and mass events as a script sees them, by the schemas of the answers. */
class FindingsCommandTest {

  private static final int LETTERS = 12;

  @TempDir Path base;
  private final Random random = new Random(4);
  private Typed typed;

  @BeforeEach
  void aShelfOfLetters() throws Exception {
    typed = new Typed(base);
    for (int i = 0; i < LETTERS; i++) {
      write(i, letter(i).getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Letters");
    typed.done("capture", "Letters");
  }

  private static String letter(int i) {
    return "Letter %d: the genoa is to be mended by noon.%n".formatted(i).repeat(40);
  }

  private Path write(int i, byte[] bytes) throws Exception {
    Path file = base.resolve("work/letter %02d.txt".formatted(i));
    Files.createDirectories(file.getParent());
    return Files.write(file, bytes);
  }

  private void scramble(int until) throws Exception {
    for (int i = 0; i < until; i++) {
      byte[] noise = new byte[1_500];
      random.nextBytes(noise);
      write(i, noise);
    }
    typed.done("capture", "Letters");
  }

  @Test
  void everythingDoubtfulGoesBackToItsLastGoodState() throws Exception {
    scramble(3);
    JsonNode found = typed.answer("findings", "findings", "Letters");
    assertThat(found.get("findings")).hasSize(3);
    assertThat(found.get("events")).isEmpty();
    JsonNode searched = typed.answer("find", "find", "letter 01").get("files").get(0);
    assertThat(searched.get("lastGood").asInt()).isZero();
    assertThat(typed.done("find", "letter 01").text()).contains("doubtful; last good: first state");
    JsonNode told = typed.answer("recovery", "findings", "mend", "Letters", "--rehearse");
    assertThat(told.get("items")).hasSize(3);
    typed.answer("recovery", "findings", "mend", "Letters");
    for (int i = 0; i < LETTERS; i++) {
      assertThat(base.resolve("work/letter %02d.txt".formatted(i))).hasContent(letter(i));
    }
    assertThat(typed.answer("findings", "findings").get("findings")).isEmpty();
  }

  @Test
  void anEventIsListedWithWhatItHurtAndIsMendedOrDecided() throws Exception {
    scramble(LETTERS);
    JsonNode event = typed.answer("findings", "findings").get("events").get(0);
    assertThat(event.get("damaged").asInt()).isEqualTo(LETTERS);
    assertThat(event.get("stillHurt").get(0).get("before").asInt()).isZero();
    typed.answer("recovery", "findings", "mend", "Letters", "--event", "last");
    assertThat(base.resolve("work/letter 07.txt")).hasContent(letter(7));
    JsonNode mended = typed.answer("findings", "findings").get("events").get(0);
    assertThat(mended.get("decided").get("why").asText()).isEqualTo("all of it was mended");

    scramble(LETTERS);
    typed.done("findings");
    JsonNode decided = typed.answer("findings-decide", "findings", "decide", "Letters", "last");
    assertThat(decided.get("shelf").asText()).isEqualTo("Letters");
    assertThat(typed.run("findings", "decide", "Letters", "last").err())
        .contains("no mass event", "that waits for a decision");
  }

  /** Its next save would write over what is put back. */
  @Test
  void whatAProgramHasOpenIsSaid() throws Exception {
    scramble(1);
    Path open = base.resolve("work/letter 00.txt");
    Process program =
        new ProcessBuilder("tail", "-f", open.toString())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    try {
      Path handles = Path.of("/proc/%d/fd".formatted(program.pid()));
      for (int i = 0; i < 100 && !holds(handles, open); i++) {
        Thread.sleep(50);
      }
      JsonNode rehearsed = typed.answer("recovery", "findings", "mend", "Letters", "--rehearse");
      assertThat(rehearsed.at("/openIn/0/programs/0").asText()).isEqualTo("tail");
      JsonNode mended = typed.answer("mend", "mend", "Letters:letter 00.txt", "--revision", "0");
      assertThat(mended.at("/openIn/0/path").asText()).isEqualTo(open.toString());
      assertThat(typed.done("mend", "Letters:letter 00.txt", "--revision", "1").text())
          .contains("is open in tail: close it there without saving");
    } finally {
      program.destroy();
    }
    assertThat(
            typed.answer("mend", "mend", "Letters:letter 00.txt", "--revision", "0").has("openIn"))
        .isFalse();
  }

  private static boolean holds(Path handles, Path file) throws Exception {
    try (Stream<Path> all = Files.list(handles)) {
      for (Path one : all.toList()) {
        if (Files.exists(one) && Files.isSameFile(one, file)) {
          return true;
        }
      }
    }
    return false;
  }
}
