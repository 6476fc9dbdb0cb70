package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.answers.Exit;

/** Every command as a person or a script types it, its answer against its schema. */
class CommandLineTest {

  @TempDir Path base;
  private Path work;
  private Typed typed;

  @BeforeEach
  void aShelf() throws Exception {
    typed = new Typed(base);
    work = Files.createDirectories(base.resolve("work"));
    Files.writeString(work.resolve("plan.txt"), "good\n");
    Files.createSymbolicLink(work.resolve("link"), Path.of("plan.txt"));
    Files.createDirectories(work.resolve("in"));
    Files.writeString(work.resolve("in/other.csv"), "a,b\n1,2\n");
    assertThat(run("store", "make", "store").exit()).isZero();
    assertThat(
            run("shelf", "add", "work", "--store", "store", "--name", "Plans", "--plan", "none")
                .exit())
        .isZero();
    assertThat(run("capture").exit()).isZero();
    Files.writeString(work.resolve("plan.txt"), "ruined\n");
    assertThat(run("capture", "Plans").exit()).isZero();
  }

  private Typed.Ran run(String... words) {
    return typed.run(words);
  }

  private JsonNode answer(String schema, String... words) throws Exception {
    return typed.answer(schema, words);
  }

  @Test
  void everyAnswerFitsItsSchema() throws Exception {
    Files.createDirectories(base.resolve("work2"));
    answer("store", "store", "make", "store2");
    answer("store", "store", "open", "store2");
    assertThat(answer("store-list", "store", "list").get("stores")).hasSize(2);
    assertThat(answer("mirror", "store", "mirror", "second", "--store", "store").get("lag").asInt())
        .isZero();
    assertThat(answer("store-list", "store", "list").get("stores").get(0).get("mirror"))
        .isNotNull();
    assertThat(
            answer("repair", "verify", "--store", "store", "--repair", "--rehearse")
                .get("pieces")
                .asInt())
        .isZero();
    answer("shelf", "shelf", "add", "work2", "--store", "store2");
    Files.createDirectories(base.resolve("work3"));
    JsonNode bound = answer("shelf", "shelf", "bind", "work2", "work3");
    assertThat(bound.get("folder").asText()).isEqualTo(base.resolve("work3").toString());
  }

  @Test
  void historyShowMendAndUndo() throws Exception {
    JsonNode history = answer("history", "history", "work/plan.txt", "--sha256");
    assertThat(history.get("revisions")).hasSize(2);
    assertThat(history.at("/revisions/1/current").asBoolean()).isTrue();
    assertThat(run("show", "Plans:plan.txt", "--revision", "first").text()).isEqualTo("good\n");
    assertThat(run("show", "work/plan.txt", "--revision", "r1").text()).isEqualTo("ruined\n");

    JsonNode mended = answer("mend", "mend", "work/plan.txt", "--revision", "0");
    assertThat(work.resolve("plan.txt")).hasContent("good\n");
    assertThat(mended.get("revision").asInt()).isEqualTo(2);
    answer("mend", "undo", mended.get("undo").asText(), "--store", "store");
    assertThat(work.resolve("plan.txt")).hasContent("ruined\n");
    JsonNode after = answer("history", "history", "id:" + mended.at("/file/id").asText());
    assertThat(after.at("/revisions/2/who").asText()).isEqualTo("Maren Oakes");
  }

  @Test
  void questionsAnswer() throws Exception {
    JsonNode tree = answer("tree", "tree", "Plans", "--sha256");
    assertThat(tree.get("entries")).hasSize(4);
    assertThat(answer("tree", "tree", "Plans:in").get("entries")).hasSize(1);
    assertThat(answer("tree", "tree", "Plans", "--at", "2 d ago").get("entries")).isEmpty();
    assertThat(answer("covered", "covered", "work/in").get("state").asText()).isEqualTo("recorded");
    assertThat(answer("covered", "covered", "store").get("state").asText())
        .isEqualTo("not covered");
    answer("shelf-list", "shelf", "list");
    answer("capture", "capture");
    answer("ledger", "ledger");
    answer("verify", "verify", "--content");
    JsonNode before = answer("history", "history", "work/plan.txt");
    answer("rebuild", "rebuild");
    assertThat(answer("history", "history", "work/plan.txt")).isEqualTo(before);
    assertThat(answer("tree", "tree", "Plans", "--sha256").get("entries"))
        .isEqualTo(tree.get("entries"));
  }

  @Test
  void whatCannotBeDoneIsSaidInASentenceWithItsExitCode() throws Exception {
    assertThat(run("nonsense").exit()).isEqualTo(Exit.WRONG_USAGE);
    assertThat(run("show", "work/plan.txt").exit()).isEqualTo(Exit.WRONG_USAGE);

    Typed.Ran noFile = run("history", "work/never.txt");
    assertThat(noFile.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(noFile.err()).contains("Nothing has been recorded at never.txt");

    Typed.Ran already = run("mend", "work/plan.txt", "--revision", "1");
    assertThat(already.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(already.err()).contains("is r1 already");

    Typed.Ran when = run("tree", "Plans", "--at", "the day before");
    assertThat(when.err()).contains("no moment that can be read");
  }

  @Test
  void anEmptiedFolderIsAskedAbout() throws Exception {
    Files.delete(work.resolve("plan.txt"));
    Files.delete(work.resolve("link"));
    Files.delete(work.resolve("in/other.csv"));
    Typed.Ran asked = run("capture", "Plans");
    assertThat(asked.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(asked.err()).contains("--take-as-removed");
    JsonNode taken = answer("capture", "capture", "Plans", "--take-as-removed");
    assertThat(taken.at("/captures/0/removed").asInt()).isEqualTo(3);
  }

  @Test
  void aSecondDeskBindsTheShelfToAFolderOfItsOwnAndGoesOn() throws Exception {
    Typed second = typed.onDesk("home2");
    second.done("store", "open", "store");
    Files.createDirectories(base.resolve("work2"));
    Files.writeString(base.resolve("work2/plan.txt"), "saved on the second desk\n");
    JsonNode unbound = second.answer("shelf-list", "shelf", "list");
    assertThat(unbound.at("/shelves/0/recording").asText()).isEqualTo("not bound here");
    assertThat(second.run("capture", "Plans").err()).contains("bound to no folder on this desk");

    second.done("shelf", "bind", "Plans", "work2");
    second.done("capture", "Plans");

    assertThat(typed.done("show", "Plans:plan.txt", "--revision", "2").text())
        .isEqualTo("saved on the second desk\n");
    assertThat(second.answer("history", "history", "work2/plan.txt").get("revisions")).hasSize(3);
  }

  @Test
  void aStoreThatServesSeveralDesksNeedsNoTakingOver() {
    Typed.Ran ran = typed.onDesk("home2").run("store", "take-over", "store");
    assertThat(ran.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(ran.err()).contains("nothing to take over");
  }

  @Test
  void filesAreFoundByAnyNameTheyEverHad() throws Exception {
    Files.move(work.resolve("plan.txt"), work.resolve("final.txt"));
    typed.done("capture");
    JsonNode found = answer("find", "find", "pla");
    assertThat(found.at("/files/0/path").asText()).isEqualTo("final.txt");
    assertThat(found.at("/files/0/formerPaths/0").asText()).isEqualTo("plan.txt");
    assertThat(run("find", "plan").text()).contains("Plans:final.txt", "once called plan.txt");
    Typed.Ran nothing = run("find", "nowhere");
    assertThat(nothing.exit()).isZero();
    assertThat(nothing.text()).contains("Looked in", "the shelf “Plans”");
  }

  @Test
  void aSnapshotIsTakenLookedIntoAndUnlabelled() throws Exception {
    JsonNode taken = answer("snapshot", "snapshot", "take", "Plans", "--label", "L", "--why", "W");
    assertThat(taken.get("files").asInt()).isEqualTo(3);
    Files.delete(work.resolve("in/other.csv"));
    typed.done("capture");
    JsonNode tree = answer("tree", "tree", "Plans:in", "--snapshot", "L");
    assertThat(tree.at("/entries/0/became/removedAt").asText()).isNotEmpty();
    assertThat(answer("tree", "tree", "Plans:in").get("entries")).isEmpty();
    assertThat(answer("tree", "tree", "Plans:in", "--removed").at("/entries/0/goneAt").asText())
        .isNotEmpty();
    assertThat(answer("snapshot-list", "snapshot", "list", "Plans").get("snapshots")).hasSize(1);
    answer("snapshot", "snapshot", "unlabel", "Plans", "L");
    assertThat(run("tree", "Plans", "--snapshot", "L").err()).contains("has no snapshot “L”");
  }

  @Test
  void aCopyOutSaysInItsNameWhatItIs() throws Exception {
    JsonNode copied =
        answer("recovery", "copy-out", "work/plan.txt", "--revision", "first", "--to", "out");
    Path copy = Path.of(copied.at("/items/0/path").asText());
    assertThat(copy).hasContent("good\n");
    assertThat(copy.getFileName().toString()).matches("plan \\(first state, .*\\)\\.txt");
    assertThat(work.resolve("plan.txt")).hasContent("ruined\n");
    answer("recovery", "undo", copied.get("undo").asText());
    assertThat(copy).doesNotExist();
  }

  @Test
  void aFolderIsRecoveredRehearsedFirstAndTakenBack() throws Exception {
    Path out = Files.createDirectories(base.resolve("out"));
    Files.writeString(out.resolve("plan.txt"), "somebody else's");
    JsonNode rehearsed =
        answer("recovery", "recover", "Plans", "--to", "out", "--if-there", "leave", "--rehearse");
    assertThat(rehearsed.at("/items/0/outcome").asText()).isEqualTo("left");
    assertThat(out.resolve("in")).doesNotExist();

    JsonNode done = answer("recovery", "recover", "Plans", "--to", "out");
    assertThat(out.resolve("plan.txt")).hasContent("ruined\n");
    assertThat(out.resolve("in/other.csv")).exists();
    assertThat(out.resolve("link")).isSymbolicLink();
    assertThat(answer("recovery", "receipt", done.get("receipt").asText()).get("items"))
        .isEqualTo(done.get("items"));
    answer("recovery", "undo", done.get("undo").asText());
    assertThat(out.resolve("plan.txt")).hasContent("somebody else's");
    assertThat(out.resolve("link")).doesNotExist();
    assertThat(run("recover", "Plans").err()).contains("either --to DIR");
    assertThat(run("recover", "--resume", "7").err()).contains("No recovery was interrupted");
  }

  @Test
  void picksThatAreWrittenDownGoIntoOneArchive() throws Exception {
    Files.writeString(
        base.resolve("picks.json"),
        """
        {"picks": [{"file": "work/plan.txt", "revision": "first"},
                   {"place": "Plans:in", "at": "now"}]}""");
    JsonNode done = answer("recovery", "recover", "--picks", "picks.json", "--to", "out.zip");
    assertThat(done.get("items")).hasSize(4);
    try (java.util.zip.ZipFile zip = new java.util.zip.ZipFile(base.resolve("out.zip").toFile())) {
      assertThat(zip.getEntry("in/other.csv").getSize()).isEqualTo(8);
    }
    String receipt = done.get("receipt").asText();
    answer("recovery", "receipt", receipt, "--csv", "receipt.csv", "--pdf", "receipt.pdf");
    assertThat(base.resolve("receipt.csv")).content().contains("out.zip/in/other.csv", "packed");
    assertThat(Files.readAllBytes(base.resolve("receipt.pdf"))).startsWith('%', 'P', 'D', 'F');
    typed.done("undo", receipt);
    assertThat(base.resolve("out.zip")).doesNotExist();
    Files.writeString(base.resolve("picks.json"), "{\"picks\": [{}]}");
    assertThat(run("recover", "--picks", "picks.json", "--in-place").err())
        .contains("neither “file” nor “place”");
  }

  @Test
  void twoStatesOfAFileAreComparedAndWithAnyOtherFile() throws Exception {
    JsonNode lines =
        answer("compare", "compare", "work/plan.txt", "--revision", "first", "--with", "1");
    assertThat(lines.get("identical").asBoolean()).isFalse();
    assertThat(run("compare", "work/plan.txt", "--revision", "first", "--format", "unified").text())
        .contains("-good", "+ruined");
    JsonNode same = answer("compare", "compare", "work/plan.txt", "--revision", "1");
    assertThat(same.get("identical").asBoolean()).isTrue();
    Files.writeString(base.resolve("outside.txt"), "good\n");
    assertThat(
            answer(
                    "compare",
                    "compare",
                    "work/plan.txt",
                    "--revision",
                    "0",
                    "--with",
                    base.resolve("outside.txt").toString())
                .get("identical")
                .asBoolean())
        .isTrue();
  }

  @Test
  void removedFilesAndFoldersAreBroughtBack() throws Exception {
    Files.delete(work.resolve("plan.txt"));
    Files.delete(work.resolve("in/other.csv"));
    Files.delete(work.resolve("in"));
    typed.done("capture");
    answer("recovery", "bring-back", "work/plan.txt", "Plans:in");
    assertThat(work.resolve("plan.txt")).hasContent("ruined\n");
    assertThat(work.resolve("in/other.csv")).hasContent("a,b\n1,2\n");
    assertThat(run("bring-back", "work/plan.txt").err()).contains("nothing to bring back");
    assertThat(answer("history", "history", "work/plan.txt").get("revisions")).hasSize(3);
  }

  @Test
  void aShelfIsComparedAtTwoMoments() throws Exception {
    answer("snapshot", "snapshot", "take", "Plans", "--label", "L");
    Files.writeString(work.resolve("new.txt"), "new");
    Files.move(work.resolve("plan.txt"), work.resolve("moved.txt"));
    typed.done("capture");
    JsonNode compared = answer("compare", "compare", "Plans", "--at", "snapshot:L");
    assertThat(compared.get("summary").asText()).isEqualTo("1 added, 1 moved; 2 the same");
    assertThat(
            answer("compare", "compare", "Plans:in", "--at", "snapshot:L")
                .get("identical")
                .asBoolean())
        .isTrue();
    assertThat(run("compare", "Plans", "--at", "snapshot:L").text())
        .contains("> moved.txt  (was plan.txt)", "+ new.txt");
  }
}
