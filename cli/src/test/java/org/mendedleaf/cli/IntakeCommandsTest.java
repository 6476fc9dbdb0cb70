package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.answers.Exit;

/** Bringing in, saying what changed, holding, removing: as typed, each answer by its schema. */
class IntakeCommandsTest {

  @TempDir Path base;
  private Path work;
  private Typed typed;

  @BeforeEach
  void aShelf() throws Exception {
    typed = new Typed(base);
    work = Files.createDirectories(base.resolve("work/guides"));
    Files.writeString(work.resolve("Care guide.txt"), guide("soap"));
    Files.writeString(work.resolve("Price list.csv"), "cloth,price\nC7,12\n");
    typed.done("store", "make", "store");
    typed.done("shelf", "add", "work", "--store", "store", "--name", "Loft");
    typed.done("capture");
  }

  private static String guide(String with) {
    return IntStream.range(0, 40)
        .mapToObj(i -> "Line %d: rinse panel %d with %s".formatted(i, i * 31 % 17, with))
        .collect(Collectors.joining("\n"));
  }

  @Test
  void arrivalsWaitInAFolderAndSameNamedOnesComeInAutomatically() throws Exception {
    Path mail = Files.createDirectories(base.resolve("mail"));
    assertThat(typed.done("arrivals").text()).contains("Choose one");
    typed.answer("arrival-folders", "arrivals", "folder", "mail");
    for (Path shelf : List.of(work.resolve("Care guide.txt"), work.resolve("Price list.csv"))) {
      saved(shelf, 120);
    }
    typed.done("capture");
    Files.writeString(
        mail.resolve("Care guide.txt"), guide("soap").replace("Line 3:", "Line three:"));
    Files.writeString(
        mail.resolve("Care guide (1).txt"), guide("soap").replace("Line 3:", "Line three:"));
    Files.writeString(mail.resolve("stranger.txt"), "nothing like it");
    saved(mail.resolve("Care guide.txt"), 60);
    saved(mail.resolve("Care guide (1).txt"), 70);
    saved(mail.resolve("stranger.txt"), 80);

    JsonNode waiting = typed.answer("arrivals", "arrivals", "--admit");
    assertThat(waiting.at("/arrivals")).hasSize(2);
    assertThat(waiting.at("/arrivals/0/doubles")).hasSize(1);
    assertThat(waiting.at("/arrivals/0/taken").isMissingNode()).as("nobody said so").isTrue();

    typed.answer("shelf", "arrivals", "same-named", "Loft", "by-themselves");
    JsonNode admitted = typed.answer("arrivals", "arrivals", "--admit");
    assertThat(admitted.at("/arrivals/0/taken/revision").asInt()).isEqualTo(1);
    assertThat(work.resolve("Care guide.txt")).content().contains("Line three:");
    typed.answer("recovery", "receipt", admitted.at("/arrivals/0/taken/undo").asText());
    assertThat(typed.answer("arrivals", "arrivals").at("/arrivals")).hasSize(1);
    typed.answer("arrival-folders", "arrivals", "dismiss", "mail/stranger.txt");
    assertThat(typed.done("arrivals").text()).contains("Nothing waits");
    assertThat(mail.resolve("stranger.txt")).exists();
  }

  @Test
  void aFolderComesInWithWhatIsNewInIt() throws Exception {
    Path batch = Files.createDirectories(base.resolve("from the printer/guides/more"));
    Files.writeString(
        batch.resolveSibling("Care guide.txt"), guide("soap").replace("Line 3:", "Line three:"));
    Files.writeString(batch.resolve("Varnish.txt"), "two coats, sanded in between");

    JsonNode told = typed.answer("bring-in", "bring-in", "from the printer");
    assertThat(told.at("/arrivals/1/newAt").asText()).isEqualTo("Loft:guides/more/Varnish.txt");
    typed.answer("bring-in", "bring-in", "from the printer", "--take-confident", "--new-too");

    assertThat(work.resolve("Care guide.txt")).content().contains("Line three:");
    assertThat(work.resolve("more/Varnish.txt")).hasContent("two coats, sanded in between");
  }

  private static void saved(Path file, int secondsAgo) throws Exception {
    Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(secondsAgo)));
  }

  @Test
  void whoeverWantsToKnowIsWrittenTo() throws Exception {
    typed.answer(
        "describe", "describe", "Loft:guides/Care guide.txt", "--tell", "priya@loft.example");
    Files.writeString(work.resolve("Care guide.txt"), guide("water"));
    typed.done("capture");
    Path outbox = base.resolve("home/outbox");
    try (var files = Files.list(outbox)) {
      assertThat(files.filter(file -> file.toString().endsWith(".eml")).toList())
          .singleElement()
          .satisfies(
              file ->
                  assertThat(file)
                      .content()
                      .contains("To: priya@loft.example")
                      .contains("Subject: r1 of Care guide.txt"));
    }
  }

  @Test
  void copiesAreRehearsedGatheredAndTakenBack() throws Exception {
    for (int i = 1; i < 4; i++) {
      Files.writeString(
          work.resolve("Rinsing v%d.txt".formatted(i)),
          guide("soap").replace("Line %d:".formatted(i), "Line no. %d:".formatted(i)));
    }
    JsonNode rehearsed = typed.answer("gather", "gather", "Loft:guides", "--rehearse");
    assertThat(rehearsed.at("/families/0/file/path").asText()).isEqualTo("guides/Rinsing.txt");
    assertThat(rehearsed.at("/families/0/copies")).hasSize(3);
    assertThat(rehearsed.has("undo")).isFalse();
    assertThat(work.resolve("Rinsing.txt")).doesNotExist();

    JsonNode gathered = typed.answer("gather", "gather", work.toString(), "--only", "Rinsing.txt");
    assertThat(work.resolve("Rinsing v3.txt")).doesNotExist();
    JsonNode history = typed.answer("history", "history", "Loft:guides/Rinsing.txt");
    assertThat(history.at("/revisions")).hasSize(3);
    assertThat(history.at("/revisions/0/origin").asText()).isEqualTo("gather");
    typed.done("undo", gathered.at("/undo").asText());
    assertThat(work.resolve("Rinsing v3.txt")).exists();
    assertThat(work.resolve("Rinsing.txt")).doesNotExist();
  }

  @Test
  void anArrivalIsSuggestedBroughtInWithANoteAndTakenBack() throws Exception {
    Path arrival = Files.createDirectories(base.resolve("mail")).resolve("care_guide final.txt");
    Files.writeString(arrival, guide("soap").replace("Line 3:", "Line three:"));

    JsonNode suggested = typed.answer("bring-in", "bring-in", "mail");
    assertThat(suggested.at("/arrivals/0/candidates/0/file/path").asText())
        .isEqualTo("guides/Care guide.txt");
    assertThat(suggested.at("/arrivals/0/taken").isMissingNode()).isTrue();

    JsonNode taken =
        typed.answer("bring-in", "bring-in", "mail", "--take-confident", "--note", "new edition");
    assertThat(taken.at("/arrivals/0/taken/revision").asInt()).isEqualTo(1);
    assertThat(work.resolve("Care guide.txt")).hasSameTextualContentAs(arrival);
    JsonNode history = typed.answer("history", "history", "Loft:guides/Care guide.txt");
    assertThat(history.at("/revisions/1/note").asText()).isEqualTo("new edition");
    assertThat(history.at("/revisions/1/arrived/name").asText()).isEqualTo("care_guide final.txt");
    assertThat(typed.done("bring-in", "mail").text()).contains("is exactly r1 of");

    typed.done("undo", taken.at("/arrivals/0/taken/undo").asText());
    assertThat(work.resolve("Care guide.txt")).hasContent(guide("soap"));
  }

  @Test
  void whatBelongsElsewhereIsAskedAboutAndTakenOnYes() throws Exception {
    Path arrival = base.resolve("Price list.csv");
    Files.writeString(arrival, guide("soap"));
    Typed.Ran asked =
        typed.run("bring-in", arrival.toString(), "--onto", "Loft:guides/Price list.csv");
    assertThat(asked.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(asked.text()).contains("% of this is in guides/Care guide.txt");
    assertThat(work.resolve("Price list.csv")).hasContent("cloth,price\nC7,12\n");
    typed.answer(
        "bring-in",
        "bring-in",
        arrival.toString(),
        "--onto",
        "Loft:guides/Price list.csv",
        "--despite-doubts",
        "--clear-away");
    assertThat(arrival).doesNotExist();
    Files.writeString(arrival, "another,1\n");
    typed.answer("bring-in", "bring-in", arrival.toString(), "--new", "Loft:new/Prices.csv");
    assertThat(base.resolve("work/new/Prices.csv")).hasContent("another,1\n");
  }

  @Test
  void whatIsSaidOfARevisionIsInItsHistory() throws Exception {
    String file = "work/guides/Care guide.txt";
    typed.answer("said", "note", file, "--revision", "first", "as printed in May");
    typed.answer("said", "good", file, "--revision", "first");
    typed.answer("said", "hold", file, "--revision", "first", "--why", "the printer's copy");
    typed.answer("describe", "describe", file, "--text", "How to wash sails", "--tell", "Teo");
    assertThat(typed.done("history", file).text())
        .contains("“as printed in May”, known good, held: the printer's copy");
    assertThat(typed.answer("describe", "describe", file).get("tell").get(0).asText())
        .isEqualTo("Teo");
    typed.answer("said", "release", file, "--revision", "first");
    assertThat(typed.run("release", file, "--revision", "first").err()).contains("is not held");
    typed.answer("ledger", "ledger");
  }

  @Test
  void aFolderIsRemovedAndBroughtBackAsAWhole() throws Exception {
    JsonNode removed = typed.answer("recovery", "remove", "work/guides");
    assertThat(work).doesNotExist();
    assertThat(removed.get("items")).hasSize(2);
    assertThat(typed.done("history", "Loft:guides/Care guide.txt").text()).contains("removed");
    typed.answer("recovery", "undo", removed.get("undo").asText());
    assertThat(work.resolve("Price list.csv")).hasContent("cloth,price\nC7,12\n");
    assertThat(typed.run("remove", "Loft:nothing.txt").err()).contains("so nothing was removed");
  }

  @Test
  void erasingIsToldFirstAndNeedsTheName() throws Exception {
    String file = "work/guides/Care guide.txt";
    JsonNode told = typed.answer("erase", "erase", file, "--all");
    assertThat(told.get("erased").asBoolean()).isFalse();
    assertThat(told.get("everything").asBoolean()).isTrue();
    assertThat(typed.done("history", file).text()).contains("first");
    assertThat(typed.run("erase", file, "--all", "--confirm", "another.txt").err())
        .contains("is called “Care guide.txt”");
    assertThat(typed.run("erase", file).exit()).isNotEqualTo(Exit.DONE);

    JsonNode erased = typed.answer("erase", "erase", file, "--all", "--confirm", "Care guide.txt");

    assertThat(erased.get("erased").asBoolean()).isTrue();
    assertThat(erased.get("freed")).isEqualTo(told.get("freed"));
    assertThat(typed.run("history", file).err()).isNotEmpty();
    assertThat(typed.done("ledger").text()).contains("erase").doesNotContain("Care guide");
  }
}
