package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
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
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.cli.Terminal;

/** Starts the program as processes of their own, with an archive of the classes that it reads. */
abstract class StartedProcesses {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static Path archive;

  @TempDir Path base;
  private int outputs;

  /** Reading classes takes most of the time of a short command, so it is done once. */
  private static synchronized Path archive() throws IOException {
    if (archive == null) {
      Path made = Files.createTempDirectory("classes").resolve("read.jsa");
      try {
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xlog:disable",
                "-XX:ArchiveClassesAtExit=" + made,
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName(),
                "store",
                "list",
                "--home",
                made.resolveSibling("home").toString())
            .redirectErrorStream(true)
            .redirectOutput(made.resolveSibling("out").toFile())
            .start()
            .waitFor();
      } catch (InterruptedException e) {
        throw new IOException(e);
      }
      archive = made;
    }
    return archive;
  }

  Process start(String home, Path out, String... words) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-XX:SharedArchiveFile=" + archive(),
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

  /** Runs a command as a process of its own; returns what it printed. */
  String started(String home, String... words) throws Exception {
    Path out = base.resolve("out" + outputs++);
    Process process = start(home, out, words);
    assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
    assertThat(process.exitValue()).as(String.join(" ", words)).isZero();
    return Files.readString(out);
  }

  /** Runs a command in this process, where its being a process is not what is tested. */
  String run(String home, String... words) {
    List<String> all = new ArrayList<>(List.of(words));
    all.addAll(List.of("--home", base.resolve(home).toString()));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PrintStream printed = new PrintStream(out, true, StandardCharsets.UTF_8);
    int exit =
        MendedLeafCommand.run(
            new Terminal(printed, System.err, base),
            OfficeOpener.FRESH,
            all.toArray(String[]::new));
    assertThat(exit).as(String.join(" ", words)).isZero();
    return out.toString(StandardCharsets.UTF_8);
  }

  JsonNode json(String home, String... words) throws Exception {
    List<String> all = new ArrayList<>(List.of(words));
    all.add("--json");
    return JSON.readTree(run(home, all.toArray(String[]::new)));
  }

  Map<String, String> recorded(String home, String shelf) throws Exception {
    Map<String, String> files = new TreeMap<>();
    for (JsonNode entry : json(home, "tree", shelf, "--sha256").get("entries")) {
      if (entry.get("kind").asText().equals("file")) {
        files.put(entry.get("path").asText(), entry.get("sha256").asText());
      }
    }
    return files;
  }

  static Map<String, String> lying(Path folder) throws Exception {
    Map<String, String> files = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        byte[] hash = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file));
        files.put(folder.relativize(file).toString(), HexFormat.of().formatHex(hash));
      }
    }
    return files;
  }

  static void fill(Path folder, Random random, int files) throws IOException {
    Files.createDirectories(folder.resolve("in"));
    for (int i = 0; i < files; i++) {
      byte[] bytes = new byte[random.nextInt(60_000)];
      random.nextBytes(bytes);
      Files.write(folder.resolve(i % 2 == 0 ? "f" + i : "in/f" + i), bytes);
    }
  }
}
