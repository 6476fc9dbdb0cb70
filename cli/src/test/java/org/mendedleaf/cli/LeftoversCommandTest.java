package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Copies that programs left, as a script sees them. */
class LeftoversCommandTest {

  @TempDir Path base;
  private Typed typed;
  private Path work;

  @BeforeEach
  void aShelfWithTwoLeftovers() throws Exception {
    typed = new Typed(base);
    work = Files.createDirectories(base.resolve("work"));
    Files.writeString(work.resolve("list.csv"), "jib,410\n");
    Files.setLastModifiedTime(
        work.resolve("list.csv"), FileTime.from(Instant.now().minus(Duration.ofDays(1))));
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Orders");
    typed.done("capture", "Orders");
    Files.writeString(work.resolve("list.csv~"), "jib,430\n");
    Files.writeString(work.resolve("offer.txt.bak"), "to Kestrel\n");
    for (JsonNode folder : typed.answer("leftovers-folder", "leftovers", "folder").get("folders")) {
      typed.done("leftovers", "folder", folder.asText(), "--no-longer");
    }
  }

  @Test
  void theyAreListedWithWhatTheyAreAndTaken() throws Exception {
    JsonNode all = typed.answer("leftovers", "leftovers");
    assertThat(all.get("leftovers"))
        .extracting(one -> one.get("standsFor").asText() + " " + one.get("verdict").asText())
        .containsExactlyInAnyOrder("list.csv newer", "offer.txt only-survivor");
    assertThat(all.get("lookedIn")).hasSize(1);
    JsonNode taken =
        typed.answer("leftovers-take", "leftovers", "take", "work/list.csv~").get("taken");
    assertThat(taken.get("revision").asInt()).isEqualTo(1);
    assertThat(work.resolve("list.csv")).hasContent("jib,430\n");
    typed.done("leftovers", "take", "work/offer.txt.bak");
    assertThat(work.resolve("offer.txt")).hasContent("to Kestrel\n");
    typed.done("undo", taken.get("undo").asText());
    assertThat(work.resolve("list.csv")).hasContent("jib,410\n");
    assertThat(work.resolve("list.csv~")).exists();
  }

  @Test
  void whereIsLookedIsSaidWhenNothingIsFound() throws Exception {
    Files.delete(work.resolve("list.csv~"));
    Files.delete(work.resolve("offer.txt.bak"));
    assertThat(typed.done("leftovers").text())
        .contains("No leftover was found; looked in: " + work.toRealPath());
    assertThat(
            typed
                .answer("leftovers-rule", "leftovers", "rule", "{name}.part = {name}")
                .get("rules")
                .get(0)
                .asText())
        .isEqualTo("{name}.part = {name}");
    assertThat(typed.answer("quiet-hours", "quiet-hours", "20:00-07:00").get("quiet").asText())
        .isEqualTo("20:00-07:00");
  }

  @Test
  void whatIsDismissedIsNotListedUntilItIsSavedAnew() throws Exception {
    assertThat(
            typed
                .answer("leftovers-dismiss", "leftovers", "dismiss", "work/list.csv~")
                .get("dismissed")
                .asBoolean())
        .isTrue();
    JsonNode left = typed.answer("leftovers", "leftovers");
    assertThat(left.get("leftovers")).hasSize(1);
    assertThat(left.get("dismissed").asInt()).isEqualTo(1);
    Files.writeString(work.resolve("list.csv~"), "jib,430\nmain,9\n");
    assertThat(typed.answer("leftovers", "leftovers").get("leftovers")).hasSize(2);
    typed.done("leftovers", "dismiss", "work/list.csv~");
    typed.done("leftovers", "dismiss", "work/list.csv~", "--no-longer");
    assertThat(typed.answer("leftovers", "leftovers").get("leftovers")).hasSize(2);
  }
}
