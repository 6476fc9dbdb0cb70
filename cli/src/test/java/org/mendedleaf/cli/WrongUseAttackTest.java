package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.oracle.Attacks;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;

/**
 * Every command, and every option of it, is given what it does not take. It is refused in a
 * sentence that names no class, with JSON there is one object, nothing on a shelf or in a store is
 * another afterwards, and what was recorded can still be read.
 */
class WrongUseAttackTest {

  private static final Attacks ATTACKS = new Attacks("wrong use", 1606, 464);
  private static final ObjectMapper JSON = new ObjectMapper();

  /** Commands that wait, open a window or go on for ever, and one that takes any text there is. */
  private static final List<String> LEFT_OUT = List.of("keep-watch", "open", "demo", "help");

  private static final List<String> NONSENSE =
      List.of(
          "",
          " ",
          "nonsense",
          "-1",
          "0x7f",
          "99999999999999999999",
          "\u001b[31mred",
          "a\nb",
          "../../etc/passwd",
          "/nowhere/at/all",
          "id:999999",
          "Plans:no/such/file.csv",
          "Nowhere:list.csv",
          "d:",
          "2026-13-45",
          "{\"a\":",
          "x".repeat(5_000));

  @TempDir static Path base;
  private static Typed typed;

  @BeforeAll
  static void aShelf() throws Exception {
    typed = new Typed(base);
    Files.createDirectories(base.resolve("work/in"));
    Files.writeString(base.resolve("work/in/list.csv"), "good\n");
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Plans");
    typed.done("capture");
  }

  @AfterAll
  static void end() throws IOException {
    ATTACKS.end();
  }

  @TestFactory
  Stream<DynamicTest> everythingIsRefusedInASentence() {
    List<Attacks.Row> rows = new ArrayList<>();
    Random random = new Random(ATTACKS.seed());
    Terminal nobody = new Terminal(System.out, System.err, base);
    CommandSpec root = MendedLeafCommand.commandLine(nobody, OfficeOpener.FRESH).getCommandSpec();
    for (List<String> command : commands(root, List.of())) {
      add(rows, command, "--nosuchoption");
      add(rows, command, "--nosuchoption", "--json");
      for (int i = 0; i < 3; i++) {
        add(rows, command, NONSENSE.get(random.nextInt(NONSENSE.size())), "--json");
      }
      for (int i = 0; i < 2; i++) {
        String one = NONSENSE.get(random.nextInt(NONSENSE.size()));
        add(rows, command, one, NONSENSE.get(random.nextInt(NONSENSE.size())), one);
      }
      for (OptionSpec option : spec(root, command).options()) {
        if (option.arity().max() > 0 && !isShared(option)) {
          String value = NONSENSE.get(random.nextInt(NONSENSE.size()));
          add(rows, command, "Plans:in/nosuch.csv", option.longestName() + "=" + value);
          add(rows, command, option.longestName());
        }
      }
    }
    return ATTACKS.of(rows);
  }

  /** Options that every command has, and whose value is taken as it is. */
  private static boolean isShared(OptionSpec option) {
    return List.of("--home", "--as").contains(option.longestName());
  }

  private static List<List<String>> commands(CommandSpec spec, List<String> words) {
    List<List<String>> commands = new ArrayList<>();
    for (Map.Entry<String, CommandLine> sub : spec.subcommands().entrySet()) {
      if (!LEFT_OUT.contains(sub.getKey())) {
        List<String> longer = new ArrayList<>(words);
        longer.add(sub.getKey());
        CommandSpec below = sub.getValue().getCommandSpec();
        if (below.subcommands().isEmpty()) {
          commands.add(longer);
        } else {
          commands.addAll(commands(below, longer));
        }
      }
    }
    return commands;
  }

  private static CommandSpec spec(CommandSpec root, List<String> words) {
    CommandSpec spec = root;
    for (String word : words) {
      spec = spec.subcommands().get(word).getCommandSpec();
    }
    return spec;
  }

  private static void add(List<Attacks.Row> rows, List<String> command, String... wrong) {
    List<String> words = new ArrayList<>(command);
    words.addAll(Arrays.asList(wrong));
    String shown = String.join(" ", words).replaceAll("\\p{Cntrl}", "?");
    rows.add(
        new Attacks.Row(
            shown.substring(0, Math.min(80, shown.length())),
            () -> attack(words.toArray(String[]::new))));
  }

  private static void attack(String... words) throws Exception {
    Map<String, String> before = lying();
    Typed.Ran ran = typed.run(words);
    String said = ran.err();
    assertThat(said)
        .as(String.join(" ", words))
        .doesNotContain("Exception", "java.", "\tat ", "org.mendedleaf")
        .doesNotContain("\u001b");
    if (ran.exit() != 0) {
      assertThat(said + ran.text()).isNotBlank();
      if (Arrays.asList(words).contains("--json")) {
        JsonNode answer = JSON.readTree(ran.out());
        assertThat(answer.get("error").asText()).isNotBlank();
        assertThat(answer.get("exit").asInt()).isEqualTo(ran.exit());
      }
      assertThat(lying()).isEqualTo(before);
    }
    Typed.Ran read = typed.done("show", "Plans:in/list.csv", "--revision=0");
    assertThat(read.text()).isEqualTo("good\n");
  }

  /** What lies on the shelf and in the store. */
  private static Map<String, String> lying() throws IOException {
    Map<String, String> lying = new TreeMap<>();
    for (String folder : List.of("work", "store")) {
      try (Stream<Path> files = Files.walk(base.resolve(folder))) {
        for (Path file : files.filter(Files::isRegularFile).toList()) {
          lying.put(base.relativize(file).toString(), Arrays.toString(Files.readAllBytes(file)));
        }
      }
    }
    return lying;
  }
}
