package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.TestDesk;

/** Runs the recipe of docs/store-format.md as it stands there, with nothing of ours. */
@Tag("plain")
class StoreByHandTest {

  private static final Path DOCUMENT = Path.of("../docs/store-format.md");

  @TempDir Path base;

  private byte[] takeOut(String path, int revision) throws Exception {
    String document = Files.readString(DOCUMENT);
    int from = document.indexOf("```bash\n") + 8;
    Path script = base.resolve("take-out");
    Files.writeString(script, document.substring(from, document.indexOf("```", from)));
    Path out = base.resolve("out");
    Process process =
        new ProcessBuilder(
                "bash",
                script.toString(),
                base.resolve("store").toString(),
                path,
                String.valueOf(revision))
            .redirectOutput(out.toFile())
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
    assertThat(process.exitValue()).isZero();
    return Files.readAllBytes(out);
  }

  @Test
  void oneFileIsTakenOutWithZstdJqAndAHexTool() throws Exception {
    byte[] large = new byte[700_000];
    new Random(5).nextBytes(large);
    byte[] edited = large.clone();
    edited[300_000] ^= 1;
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("in/small.txt", "one line\n".repeat(40));
      desk.write("in/empty.txt", "");
      desk.write("large.bin", large);
      desk.capture();
      desk.write("in/small.txt", "one line\n".repeat(40) + "and another\n");
      desk.write("large.bin", edited);
      desk.capture();
    }

    assertThat(takeOut("in/small.txt", 0))
        .isEqualTo("one line\n".repeat(40).getBytes(StandardCharsets.UTF_8));
    assertThat(takeOut("in/small.txt", 1)).asString().endsWith("and another\n");
    assertThat(takeOut("in/empty.txt", 0)).isEmpty();
    assertThat(takeOut("large.bin", 0)).isEqualTo(large);
    assertThat(takeOut("large.bin", 1)).isEqualTo(edited);
  }
}
