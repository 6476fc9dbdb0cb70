package org.mendedleaf.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.standin.keep.KeptFile;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Trait;

/** A stand-in is a server like others for programs that know nothing of it. */
class OtherClientsTest {

  @TempDir Path folder;
  private StandIn standIn;

  @BeforeEach
  void start() throws IOException {
    standIn = start(folder.resolve("kept"));
  }

  private static StandIn start(Path kept) throws IOException {
    return StandIn.start(
        kept, EnumSet.allOf(Trait.class), Terms.ALL, Map.of(), 0, Clock.systemUTC());
  }

  @AfterEach
  void stop() throws IOException {
    standIn.close();
  }

  @ParameterizedTest
  @ValueSource(strings = {"basic", "copymove", "props", "locks", "http"})
  void itPassesTheSuiteOfRfc4918(String part) throws Exception {
    Path work = Files.createDirectories(folder.resolve("work"));
    Programs.Ended ended =
        Programs.run(
            work, "", Map.of("TESTS", part), List.of("litmus", standIn.address().toString()));
    assertThat(ended.said()).contains("0 failed. 100.0%").doesNotContain("WARNING");
    assertThat(ended.code()).isZero();
  }

  @Test
  void aClientForPeopleWorksOnIt() throws Exception {
    Files.writeString(folder.resolve("list.txt"), "rope, 12");
    Programs.Ended ended =
        Programs.run(
            folder,
            """
            mkcol papers
            cd papers
            put list.txt
            move list.txt prices.txt
            ls
            get prices.txt back.txt
            quit
            """,
            List.of("cadaver", standIn.address().toString()));
    assertThat(ended.said()).contains("prices.txt").doesNotContain("failed");
    assertThat(folder.resolve("back.txt")).hasContent("rope, 12");
    assertThat(contents("papers/prices.txt")).containsExactly("rope, 12");
  }

  private List<String> contents(String path) throws IOException {
    List<String> contents = new ArrayList<>();
    Optional<KeptFile> file = standIn.keep().at(path);
    for (var state : file.orElseThrow().states()) {
      try (var in = standIn.keep().open(state)) {
        contents.add(new String(in.readAllBytes(), StandardCharsets.UTF_8));
      }
    }
    return contents;
  }

  /** As office programs save: they lock, write beside, and move it over. */
  @Test
  void whatIsLockedWrittenBesideAndMovedOverIsKept() throws Exception {
    curl("-T", Files.writeString(folder.resolve("a"), "first").toString(), "letter.odt");
    String lock =
        "<lockinfo xmlns='DAV:'><lockscope><exclusive/></lockscope><locktype><write/></locktype>"
            + "</lockinfo>";
    String said = curl("-i", "-X", "LOCK", "-d", lock, "letter.odt");
    Matcher token = Pattern.compile("Lock-Token: (<[^>]+>)").matcher(said);
    assertThat(token.find()).isTrue();
    assertThat(curl("-i", "-X", "PUT", "-d", "another's", "letter.odt")).contains("423 ");
    curl("-T", Files.writeString(folder.resolve("b"), "second").toString(), "letter.tmp");
    String target = standIn.address() + "letter.odt";
    String moved =
        curl(
            "-i",
            "-X",
            "MOVE",
            "-H",
            "Destination: " + target,
            "-H",
            "If: <" + target + "> (" + token.group(1) + ")",
            "letter.tmp");
    assertThat(moved).contains("204 ");
    curl("-X", "UNLOCK", "-H", "Lock-Token: " + token.group(1), "letter.odt");
    assertThat(curl("letter.odt")).isEqualTo("second");
    assertThat(standIn.keep().removed()).extracting(KeptFile::path).containsExactly("letter.odt");
  }

  private String curl(String... words) throws Exception {
    List<String> command = new ArrayList<>(List.of("curl", "-s"));
    command.addAll(List.of(words));
    String path = command.remove(command.size() - 1);
    command.add(standIn.address() + path);
    return Programs.run(folder, "", command).said();
  }

  /** A process that dies leaves a whole history behind, and half a line at its end is no act. */
  @Test
  void whatWasKeptIsThereAfterADeath() throws Exception {
    curl("-T", Files.writeString(folder.resolve("a"), "first").toString(), "list.txt");
    curl("-T", Files.writeString(folder.resolve("b"), "second").toString(), "list.txt");
    standIn.close();
    Path lines = folder.resolve("kept/changes.jsonl");
    Files.writeString(lines, "[{\"fileGone\":\"f1", StandardOpenOption.APPEND);
    standIn = start(folder.resolve("kept"));
    assertThat(contents("list.txt")).containsExactly("first", "second");
    curl("-T", Files.writeString(folder.resolve("c"), "third").toString(), "list.txt");
    standIn.close();
    standIn = start(folder.resolve("kept"));
    assertThat(contents("list.txt")).containsExactly("first", "second", "third");
  }
}
