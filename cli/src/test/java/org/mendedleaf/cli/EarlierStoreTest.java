package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TimeZone;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A store that an earlier build made in a week of work, with that build's answers: this one opens
 * it, says the same of it to the letter, and changes no byte of it by asking.
 */
class EarlierStoreTest {

  private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|(\\S+)");
  private static final String THEN = "2026-03-20T09:00:00Z";

  @TempDir Path base;
  private final TimeZone zone = TimeZone.getDefault();

  @BeforeEach
  void unpack() throws Exception {
    // Moments are told in the zone in which the answers were written down.
    TimeZone.setDefault(TimeZone.getTimeZone("UTC"));
    try (ZipInputStream zip = new ZipInputStream(resource("earlier-store.zip"))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        Path file = base.resolve(entry.getName());
        if (entry.isDirectory()) {
          Files.createDirectories(file);
        } else {
          Files.createDirectories(Objects.requireNonNull(file.getParent()));
          Files.write(file, zip.readAllBytes());
        }
      }
    }
  }

  @AfterEach
  void zone() {
    TimeZone.setDefault(zone);
  }

  private static InputStream resource(String name) {
    return Objects.requireNonNull(EarlierStoreTest.class.getResourceAsStream(name));
  }

  private static String[] words(String written) {
    List<String> words = new ArrayList<>();
    Matcher word = WORD.matcher(written);
    while (word.find()) {
      words.add(word.group(1) == null ? word.group(2) : word.group(1));
    }
    words.addAll(List.of("--clock", THEN));
    if (!written.startsWith("show ")) {
      words.add("--json");
    }
    return words.toArray(String[]::new);
  }

  private Map<String, byte[]> bytes() throws IOException {
    Map<String, byte[]> bytes = new TreeMap<>();
    try (Stream<Path> files = Files.walk(base.resolve("store"))) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        bytes.put(base.relativize(file).toString(), Files.readAllBytes(file));
      }
    }
    return bytes;
  }

  @Test
  void itsHistoryIsToldToTheLetterAndNoByteOfItChanges() throws Exception {
    Map<String, byte[]> before = bytes();
    Typed typed = new Typed(base);
    SoftAssertions told = new SoftAssertions();
    String answers =
        new String(resource("earlier-store.tsv").readAllBytes(), StandardCharsets.UTF_8);
    for (String line : answers.lines().toList()) {
      String[] parts = line.split("\t", 3);
      Typed.Ran ran = typed.run(words(parts[0]));
      String said =
          ran.text()
              .strip()
              .replace(base.toString(), "BASE")
              .replace("\n", "\\n")
              .replaceAll("\"free\":\\d+", "\"free\":0")
              // What has been told only since then.
              .replaceAll(",\"commit\":\\d+,\"hash\":\"\\w+\"}", "}")
              .replace(",\"encrypted\":false", "")
              .replace(",\"mendable\":false", "");
      told.assertThat(ran.exit() + "\t" + said).as(parts[0]).isEqualTo(parts[1] + "\t" + parts[2]);
    }
    told.assertAll();
    Map<String, byte[]> after = bytes();
    assertThat(after.keySet()).isEqualTo(before.keySet());
    before.forEach((file, was) -> assertThat(after.get(file)).as(file).isEqualTo(was));
  }
}
