package org.mendedleaf.cli;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.answers.Exit;

/** Who may do what and what is recorded: as typed, each answer by its schema. */
class RecordingCommandsTest {

  @TempDir Path base;
  private Path work;
  private Typed typed;

  @BeforeEach
  void aShelf() throws Exception {
    typed = new Typed(base);
    work = Files.createDirectories(base.resolve("work"));
    Files.writeString(work.resolve("list.csv"), "one");
    Files.writeString(work.resolve("draft.tmp"), "draft");
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Loft", "--plan", "none");
    typed.done("capture");
  }

  @Test
  void aLookerIsToldWhoMay() throws Exception {
    JsonNode people = typed.answer("people", "people", "set", "Loft", "Juno Hale", "looker");
    assertThat(people.at("/people/0/person").asText()).isEqualTo("Juno Hale");
    assertThat(people.at("/people/1/role").asText()).isEqualTo("keeper");
    assertThat(people.at("/others").asText()).isEqualTo("maker");

    Typed.Ran refused = typed.run("remove", "Loft:list.csv", "--as", "Juno Hale");
    assertThat(refused.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(refused.err()).contains("Juno Hale is a looker").contains("Maren Oakes");
    assertThat(work.resolve("list.csv")).exists();
    assertThat(typed.run("people", "others", "Loft", "king").err()).contains("is no role");
    typed.answer("people", "people", "set", "Loft", "Juno Hale", "none");
    typed.done("remove", "Loft:list.csv", "--as", "Juno Hale");
  }

  @Test
  void aPausedShelfSaysSoWhereverItAppears() throws Exception {
    JsonNode paused = typed.answer("covered", "recording", "Loft", "paused");
    assertThat(paused.get("state").asText()).isEqualTo("no longer recorded");
    Files.writeString(work.resolve("list.csv"), "two");

    Typed.Ran all = typed.run("capture");
    assertThat(all.exit()).isEqualTo(Exit.DONE);
    assertThat(all.err()).contains("Loft: paused, so nothing was recorded");
    assertThat(typed.run("capture", "Loft").exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(typed.answer("shelf-list", "shelf", "list").at("/shelves/0/recording").asText())
        .isEqualTo("paused");
    typed.answer("covered", "recording", "Loft", "on");
    typed.done("capture", "Loft");
    assertThat(typed.answer("history", "history", "Loft:list.csv").get("revisions")).hasSize(2);
  }

  @Test
  void patternsShowWhatTheyMatchBeforeTheyCount() throws Exception {
    JsonNode would =
        typed.answer("patterns", "patterns", "Loft", "--leave-out", "*.tmp", "--rehearse");
    assertThat(would.at("/files/0/path").asText()).isEqualTo("draft.tmp");
    assertThat(would.get("leaveOut")).isEmpty();

    typed.answer("patterns", "patterns", "Loft", "--leave-out", "*.tmp");
    JsonNode covered = typed.answer("covered", "covered", "work/draft.tmp");
    assertThat(covered.get("state").asText()).isEqualTo("no longer recorded");
    assertThat(typed.answer("patterns", "patterns", "Loft", "--nothing").get("leaveOut")).isEmpty();
  }

  @Test
  void aShelfThatIsSwitchedOnLaterAndAsksForNotes() throws Exception {
    Files.createDirectories(base.resolve("later"));
    JsonNode later =
        typed.answer(
            "shelf",
            "shelf",
            "add",
            "later",
            "--store",
            "store",
            "--not-yet",
            "--others",
            "looker");
    assertThat(later.get("recording").asText()).isEqualTo("not recording yet");
    assertThat(typed.run("capture", "later").err()).contains("is not recorded yet");
    JsonNode asked = typed.answer("shelf", "shelf", "notes", "Loft", "required");
    assertThat(asked.get("noteRequired").asBoolean()).isTrue();
    Files.writeString(base.resolve("new.csv"), "three");
    assertThat(
            typed.run("bring-in", "new.csv", "--onto", "Loft:list.csv", "--despite-doubts").err())
        .contains("without a note");
  }

  @Test
  void aPlanIsChosenRehearsedAndEachRevisionSaysUntilWhenItIsKept() throws Exception {
    assertThat(typed.answer("plan", "plan", "show", "Loft").get("plan").isNull()).isTrue();
    for (String state : List.of("two", "three", "four")) {
      Files.writeString(work.resolve("list.csv"), state);
      typed.done("capture");
    }
    Path lean = base.resolve("lean.json");
    Files.writeString(lean, "{\"name\":\"Lean\",\"keep\":[\"keep the newest 2 of *.csv\"]}");
    JsonNode rehearsed =
        typed.answer("plan-rehearsal", "plan", "rehearse", "Loft", "--file", lean.toString());
    assertThat(rehearsed.get("goes")).hasSize(2);

    JsonNode set = typed.answer("plan", "plan", "set", "Loft", "--ready", "office memory");
    assertThat(set.at("/plan/name").asText()).isEqualTo("Office memory");
    assertThat(typed.answer("plan-rehearsal", "plan", "rehearse", "Loft").get("goes")).isEmpty();
    JsonNode history = typed.answer("history", "history", "Loft:list.csv");
    assertThat(history.at("/revisions/0/keptUntil/atLeast").asText()).startsWith("20");
    assertThat(history.at("/revisions/3/keptUntil/expected").asText()).isEqualTo("always");
    assertThat(history.at("/revisions/0/keptUntil/why/0").asText())
        .isEqualTo("what was replaced less than 14 days ago");
    assertThat(typed.done("history", "Loft:list.csv").text())
        .contains("at least (likely for good): it is current");

    Files.writeString(lean, "{\"name\":\"Lean\",\"keep\":[\"most of it\"]}");
    assertThat(typed.run("plan", "set", "Loft", "--file", lean.toString()).err())
        .contains("“most of it” is no keep rule");
  }

  @Test
  void aPlanIsAFileThatIsWrittenReadAndToldOf() throws Exception {
    Files.writeString(work.resolve("list.csv"), "two");
    typed.done("capture");
    Path file = base.resolve("plan.json");
    Files.writeString(
        file,
        """
        {"name": "Rooms", "rhythm": "on save", "keep": ["everything"], "room": "at most 20 GB",
         "snapshots": ["at 18:00 on Friday, labelled Week {week}, the newest 12"],
         "thinning": "at 12:00 every day"}
        """);
    JsonNode set = typed.answer("plan", "plan", "set", "Loft", "--file", file.toString());
    assertThat(set.at("/plan/snapshots/0").asText())
        .endsWith("labelled Week {week}, the newest 12");
    Path exported = base.resolve("exported.json");
    typed.done("plan", "export", "Loft", exported.toString());
    assertThat(
            typed
                .answer("plan-diff", "plan", "diff", "Loft", "--file", exported.toString())
                .get("differences"))
        .isEmpty();
    assertThat(typed.answer("plan-diff", "plan", "diff", "Loft", "--ready", "archive").toString())
        .contains("room: no limit instead of at most 20 GB", "no longer takes snapshots");
    assertThat(typed.done("history", "Loft:list.csv").text()).contains("kept while there is room");
    for (String wrong :
        List.of(
            "\"room\": \"plenty\"",
            "\"snapshots\": [\"sometimes\"]",
            "\"thinning\": \"on save\"")) {
      Files.writeString(file, "{\"name\": \"Wrong\", %s}".formatted(wrong));
      assertThat(typed.run("plan", "set", "Loft", "--file", file.toString()).exit())
          .isEqualTo(Exit.NOT_DONE);
    }

    typed.done("capture", "--due");
    JsonNode taken = typed.answer("snapshot-list", "snapshot", "list", "Loft");
    assertThat(taken.at("/snapshots/0/label").asText()).startsWith("Week ");
    assertThat(taken.at("/snapshots/0/cause").asText()).isEqualTo("schedule");
    typed.done("capture", "--due");
    assertThat(typed.answer("snapshot-list", "snapshot", "list", "Loft").get("snapshots"))
        .as("once")
        .hasSize(1);

    JsonNode tooShort = typed.answer("plan-forecast", "plan", "forecast", "Loft");
    assertThat(tooShort.get("weeks").asInt()).isZero();
    assertThat(typed.answer("keep-watch", "keep-watch", "--status").get("kept").asBoolean())
        .isFalse();
  }

  @Test
  void aDraftIsIssued() throws Exception {
    typed.answer("shelf", "shelf", "stages", "Loft", "on");
    Files.writeString(work.resolve("list.csv"), "two");
    typed.done("capture");
    assertThat(typed.answer("said", "issue", "Loft:list.csv").get("issue").asText()).isEqualTo("A");
    JsonNode history = typed.answer("history", "history", "Loft:list.csv");
    assertThat(history.at("/revisions/0/stage").asText()).isEqualTo("draft");
    assertThat(history.at("/revisions/1/issue").asText()).isEqualTo("A");
  }

  @Test
  void aDepositShelfTakesInMovesAndIsFoundByAddress() throws Exception {
    JsonNode made =
        typed.answer("shelf", "shelf", "add", "--deposit", "--name", "Book", "--store", "store");
    assertThat(made.get("kind").asText()).isEqualTo("deposit");
    Files.writeString(base.resolve("care.txt"), "first edition");
    typed.answer("bring-in", "bring-in", "care.txt", "--new", "Book:guides/care.txt");
    String address =
        typed.answer("history", "history", "Book:guides/care.txt").at("/file/address").asText();
    typed.answer("said", "move", address, "Book:guides/Care guide.txt");
    JsonNode moved = typed.answer("history", "history", address);
    assertThat(moved.at("/file/path").asText()).isEqualTo("guides/Care guide.txt");
    assertThat(moved.at("/revisions/0/revision").asInt()).isEqualTo(1);
    assertThat(new String(typed.done("show", address, "--revision", "1").out(), UTF_8))
        .isEqualTo("first edition");
    assertThat(typed.run("capture").exit()).isEqualTo(Exit.DONE);
    assertThat(typed.run("move", "Loft:list.csv", "Loft:other.csv").err())
        .contains("is a folder that people work in");
    assertThat(typed.run("shelf", "add", "--deposit", "work", "--store", "store").err())
        .contains("either a folder or");
  }

  @Test
  void whatNoRuleClaimsGoesOnNoticeAndIsErasedLater() throws Exception {
    for (String state : List.of("two", "three", "four")) {
      Files.writeString(work.resolve("list.csv"), state.repeat(900));
      typed.done("capture");
    }
    assertThat(typed.run("thin", "Loft").err()).contains("has no care plan");
    Path lean = base.resolve("lean.json");
    Files.writeString(lean, "{\"name\":\"Lean\",\"keep\":[\"the newest 1\"],\"grace\":\"2 days\"}");
    JsonNode difference =
        typed.answer("plan-diff", "plan", "diff", "Loft", "--file", lean.toString());
    assertThat(difference.at("/differences/0").asText()).contains("everything is kept now");
    typed.answer("plan", "plan", "set", "Loft", "--file", lean.toString());

    JsonNode told = typed.answer("thin", "thin", "Loft", "--rehearse");
    assertThat(told.get("goes")).hasSize(3);
    assertThat(told.get("diskBytes").asLong()).isPositive();
    Path csv = base.resolve("thinning.csv");
    JsonNode done = typed.answer("thin", "thin", "Loft", "--csv", csv.toString());
    assertThat(done.get("goes").findValuesAsText("revision"))
        .isEqualTo(told.get("goes").findValuesAsText("revision"));
    assertThat(csv).content().contains("list.csv").contains("on notice until");
    assertThat(typed.done("history", "Loft:list.csv").text()).contains("on notice until");

    JsonNode kept = typed.answer("said", "take-off-notice", "Loft:list.csv", "--revision", "r1");
    assertThat(kept.get("revision").asInt()).isEqualTo(1);
    String later = java.time.Instant.now().plusSeconds(3 * 86_400).toString();
    assertThat(typed.run("thin", "Loft", "--clock", later).err()).contains("clock was set by hand");
    JsonNode due = typed.answer("thin", "thin", "Loft", "--rehearse", "--clock", later);
    assertThat(due.get("goes").findValuesAsText("fate")).containsOnly("erased").hasSize(2);
    assertThat(typed.run("thin", "Loft", "--just-this-once", "keep the nicest").err())
        .contains("is no keep rule");
  }

  @Test
  void whatIsRecordedSaysWhatItCosts() throws Exception {
    Files.writeString(work.resolve("list.csv"), "another state, ".repeat(500));
    typed.done("capture");
    JsonNode file = typed.answer("space", "space", "Loft:list.csv");
    assertThat(file.get("history").asLong()).isPositive();
    assertThat(typed.answer("space", "space", "Loft").get("letGoFrees").asLong())
        .isGreaterThanOrEqualTo(file.get("letGoFrees").asLong());
    JsonNode all = typed.answer("space-all", "space");
    assertThat(all.at("/stores/0/files/0/file/path").asText()).isEqualTo("list.csv");
  }

  @Test
  void whatIsDueIsCapturedAndNothingElse() throws Exception {
    assertThat(typed.answer("capture", "capture", "--due").get("captures")).isEmpty();
    Path often = base.resolve("often.json");
    Files.writeString(
        often, "{\"name\":\"Often\",\"rhythm\":\"every 20 minutes\",\"keep\":[\"everything\"]}");
    JsonNode set = typed.answer("plan", "plan", "set", "Loft", "--file", often.toString());
    assertThat(set.at("/plan/rhythm").asText()).isEqualTo("every 20 minutes");
    Files.writeString(work.resolve("list.csv"), "two");
    assertThat(typed.answer("capture", "capture", "--due").get("captures")).isEmpty();
    String later = java.time.Instant.now().plusSeconds(1300).toString();
    assertThat(typed.answer("capture", "capture", "--due", "--clock", later).get("captures"))
        .hasSize(1);
    Files.writeString(
        often, "{\"name\":\"Often\",\"rhythm\":\"now and then\",\"keep\":[\"everything\"]}");
    assertThat(typed.run("plan", "set", "Loft", "--file", often.toString()).err())
        .contains("is no rhythm");
  }
}
