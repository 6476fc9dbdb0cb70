package org.mendedleaf.standin;

import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** Programs that others made, which talk to a stand-in. */
final class Programs {

  /** What a program said, and how it ended. */
  record Ended(int code, String said) {}

  private Programs() {}

  /** Runs one, where it is installed. */
  static Ended run(Path folder, String input, List<String> command)
      throws IOException, InterruptedException {
    return run(folder, input, Map.of(), command);
  }

  /** Runs one with more in its environment. */
  static Ended run(Path folder, String input, Map<String, String> environment, List<String> command)
      throws IOException, InterruptedException {
    assumeTrue(isInstalled(command.get(0)), command.get(0) + " is not installed");
    Path said = Files.createTempFile(folder, "said", ".txt");
    ProcessBuilder program = new ProcessBuilder(command);
    program.environment().putAll(environment);
    Process process =
        program
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectOutput(said.toFile())
            .start();
    process.getOutputStream().write(input.getBytes(StandardCharsets.UTF_8));
    process.getOutputStream().close();
    if (!process.waitFor(60, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      throw new IOException("it did not end: " + command);
    }
    return new Ended(
        process.exitValue(), new String(Files.readAllBytes(said), StandardCharsets.ISO_8859_1));
  }

  private static boolean isInstalled(String program) {
    return Files.isExecutable(Path.of("/usr/bin", program));
  }
}
