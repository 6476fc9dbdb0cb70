package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.cli.answers.Exit;
import picocli.CommandLine;

/** What is typed wrongly, or comes at the wrong time, is told in a plain sentence. */
class WrongUseTest {

  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path base;
  private Typed typed;

  @BeforeEach
  void aShelf() throws Exception {
    typed = new Typed(base);
    Files.createDirectories(base.resolve("work/in"));
    Files.writeString(base.resolve("work/in/list.csv"), "good\n");
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Plans");
    typed.done("capture");
  }

  private void refused(Typed.Ran ran, int exit, String... words) {
    assertThat(ran.exit()).as(ran.err()).isEqualTo(exit);
    assertThat(ran.err()).contains(words).doesNotContain("Exception").doesNotContain("java.");
  }

  @ParameterizedTest
  @ValueSource(strings = {"4294967296", "r4294967296", "4294967297", "-1", "99999999999999999999"})
  void aRevisionNumberNeverWraps(String number) {
    for (String command : List.of("show", "mend", "erase")) {
      Typed.Ran ran = typed.run(command, "Plans:in/list.csv", "--revision=" + number);
      refused(ran, Exit.NOT_DONE, number.contains("9999") ? "no" : "no revision");
      assertThat(ran.text()).isEmpty();
    }
  }

  @Test
  void wrongValuesAreToldWithoutNamesOfClasses() throws Exception {
    Files.createDirectories(base.resolve("more"));
    refused(
        typed.run("tree", "Plans", "--clock", "nonsense"),
        Exit.WRONG_USAGE,
        "“nonsense” is no instant");
    refused(typed.run("find", "list", "--limit", "-1"), Exit.NOT_DONE, "at least 1");
    refused(typed.run("find", "list", "--limit", "many"), Exit.WRONG_USAGE, "many");
    refused(typed.run("recover", "Plans", "--to", "work/in/list.csv"), Exit.NOT_DONE, "is a file");
    refused(typed.run("tree", "Plans:nosuch"), Exit.NOT_DONE, "There was no folder nosuch");
    refused(
        typed.run("shelf", "add", "more", "--store", "never"),
        Exit.NOT_DONE,
        "no store in",
        "mended-leaf store make");
  }

  @Test
  void withJsonThereIsAlwaysOneObject() throws Exception {
    for (String[] words :
        new String[][] {
          {"tree", "Nowhere", "--json"},
          {"mend", "Plans:none", "--revision", "3", "--json"},
          {"find", "--json"},
          {"tree", "Plans", "--clock", "nonsense", "--json"}
        }) {
      Typed.Ran ran = typed.run(words);
      assertThat(ran.exit()).isNotZero();
      JsonNode answer = JSON.readTree(ran.out());
      assertThat(answer.get("error").asText()).as(String.join(" ", words)).isNotBlank();
      assertThat(answer.get("exit").asInt()).isEqualTo(ran.exit());
    }
  }

  @Test
  void everyCommandExplainsItself() {
    List<List<String>> commands = new ArrayList<>();
    collect(
        MendedLeafCommand.commandLine(
            new Terminal(System.out, System.err, base), OfficeOpener.FRESH),
        List.of(),
        commands);
    assertThat(commands).hasSizeGreaterThan(40);
    for (List<String> command : commands) {
      List<String> words = new ArrayList<>(command);
      words.add("--help");
      Typed.Ran ran = typed.run(words.toArray(String[]::new));
      assertThat(ran.exit()).as(String.join(" ", words)).isZero();
      assertThat(ran.text()).contains("Usage: mended-leaf " + String.join(" ", command));
    }
  }

  private static void collect(CommandLine line, List<String> above, List<List<String>> all) {
    line.getSubcommands()
        .forEach(
            (name, sub) -> {
              List<String> words = new ArrayList<>(above);
              words.add(name);
              all.add(words);
              collect(sub, words, all);
            });
  }

  @Test
  void aPlanIsNotWrittenOverAFile() throws Exception {
    Path file = Files.writeString(base.resolve("mine.json"), "mine");
    refused(typed.run("plan", "export", "Plans", "mine.json"), Exit.NOT_DONE, "There is a file");
    assertThat(file).hasContent("mine");
    typed.done("plan", "export", "Plans", "mine.json", "--replace");
    assertThat(Files.readString(file)).contains("Office memory");
    refused(
        typed.run("plan", "export", "Plans", "store/plan.json"),
        Exit.NOT_DONE,
        "Mended Leaf keeps");
  }

  @Test
  void aPlanThatKeepsNothingIsConfirmedInSoManyWords() throws Exception {
    Files.writeString(base.resolve("plan.json"), "{\"name\": \"None\", \"keepsNothing\": true}");
    refused(
        typed.run("plan", "set", "Plans", "--file", "plan.json"),
        Exit.NOT_DONE,
        "keeps nothing but what is current");
    typed.done("plan", "set", "Plans", "--file", "plan.json", "--keep-nothing");
  }

  @Test
  void aFileThatWasDeletedJustNowIsBroughtBack() throws Exception {
    Files.delete(base.resolve("work/in/list.csv"));
    typed.done("bring-back", "Plans:in/list.csv");
    assertThat(base.resolve("work/in/list.csv")).hasContent("good\n");
  }

  @Test
  void namesAreShownAndNotObeyed() throws Exception {
    Files.writeString(base.resolve("work/red\u001b[31m\nReceipt 9: done.txt"), "x");
    typed.done("capture");
    for (String[] words :
        new String[][] {
          {"tree", "Plans"}, {"find", "red"}, {"recover", "Plans", "--to", "out", "--rehearse"}
        }) {
      Typed.Ran ran = typed.run(words);
      String all = ran.text() + ran.err();
      assertThat(all).contains("red\\x1B[31m\\x0AReceipt 9");
      assertThat(all.getBytes(StandardCharsets.UTF_8)).doesNotContain(0x1b);
    }
  }

  @Test
  void awayEmptyAndUnknownAreThreeAnswers() throws Exception {
    Files.createDirectories(base.resolve("elsewhere"));
    assertThat(typed.done("covered", "elsewhere").text()).contains("in no shelf's folder");
    Files.move(base.resolve("store"), base.resolve("drive away"));
    assertThat(typed.done("capture").err()).contains("is away", "kept on this computer");
    assertThat(typed.done("covered", "work/in/list.csv").err()).contains("is away");
    Typed.Ran tree = typed.done("tree", "Plans");
    assertThat(tree.text()).contains("list.csv");
    assertThat(tree.err()).contains("is away");
    Files.move(base.resolve("drive away"), base.resolve("store"));
    typed.done("capture");
  }

  @Test
  void aNewFolderIsRecordedOnSaveAndKeptByAPlanUnlessSaidOtherwise() throws Exception {
    JsonNode plan = typed.answer("plan", "plan", "show", "Plans").get("plan");
    assertThat(plan.get("rhythm").asText()).isEqualTo("on save");
    assertThat(plan.get("name").asText()).isEqualTo("Office memory");
    Files.createDirectories(base.resolve("other"));
    typed.done("shelf", "add", "other", "--store", "store", "--name", "Other", "--plan", "none");
    assertThat(typed.done("plan", "show", "Other").text()).contains("has no plan");
    Files.createDirectories(base.resolve("third"));
    typed.done(
        "shelf",
        "add",
        "third",
        "--store",
        "store",
        "--name",
        "Third",
        "--plan",
        "Safety net",
        "--rhythm",
        "every 20 minutes");
    assertThat(typed.done("plan", "show", "Third").text()).contains("every 20 minutes");
  }

  @Test
  void twentyThousandFilesAreProtected() throws Exception {
    Path many = Files.createDirectories(base.resolve("many"));
    for (int i = 0; i < 20_100; i++) {
      Files.writeString(many.resolve("f" + i), "text " + i % 100);
    }
    typed.done("shelf", "add", "many", "--store", "store", "--name", "Many");
    Typed.Ran ran = typed.run("capture", "Many");
    assertThat(ran.exit()).as(ran.err()).isZero();
    assertThat(ran.text()).contains("20100 files");
  }

  @Test
  void manyWordsTooManyAreWrongUsageAndNothingElse() {
    List<String> words = new ArrayList<>(List.of("shelf", "add"));
    for (int i = 0; i < 20_000; i++) {
      words.add("work/f" + i);
    }
    words.addAll(List.of("--store", "store"));
    refused(typed.run(words.toArray(String[]::new)), Exit.WRONG_USAGE, "Unmatched");
  }
}
