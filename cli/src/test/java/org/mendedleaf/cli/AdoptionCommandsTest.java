package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.cli.answers.Exit;

/** One computer is lost, and another takes its place, typed. */
class AdoptionCommandsTest {

  @TempDir Path base;
  private Typed typed;

  @BeforeEach
  void anOffice() throws Exception {
    typed = new Typed(base);
    Files.createDirectories(base.resolve("orders"));
    Files.writeString(base.resolve("orders/cloth.csv"), "article;metres\ndacron;40\n");
    Files.writeString(base.resolve("secret.txt"), "brass thimble and tarred twine\n");
  }

  private String printed(String name) throws IOException {
    try (PDDocument page = Loader.loadPDF(base.resolve(name).toFile())) {
      return new PDFTextStripper().getText(page).replaceAll("\\s+", "");
    }
  }

  private void protect(String... more) {
    typed.done(more);
    typed.done("shelf", "add", "orders", "--store", "store", "--name", "Orders");
    typed.done("capture", "Orders");
  }

  @Test
  void theSheetIsPrintedAndReadElsewhere() throws Exception {
    protect("store", "make", "store");
    JsonNode sheet =
        typed.answer(
            "recovery-sheet", "recovery-sheet", "--to", "sheet.json", "--pdf", "sheet.pdf");
    String hash = sheet.at("/stores/0/head/hash").textValue();
    assertThat(printed("sheet.pdf"))
        .contains(hash.substring(0, 16))
        .contains(base.resolve("orders").toString())
        .doesNotContain("recoverykey");
    Files.delete(base.resolve("orders/cloth.csv"));
    Files.delete(base.resolve("orders"));
    Typed other = typed.onDesk("other");
    JsonNode rehearsed = other.answer("adopt", "adopt", "--sheet", "sheet.json", "--rehearse");
    assertThat(rehearsed.at("/shelves/0/what").textValue()).isEqualTo("recovered");
    assertThat(base.resolve("orders")).doesNotExist();
    JsonNode done = other.answer("adopt", "adopt", "--sheet", "sheet.json");
    assertThat(done.at("/stores/0/what").textValue()).isEqualTo("opened");
    assertThat(base.resolve("orders/cloth.csv")).hasContent("article;metres\ndacron;40\n");
    assertThat(other.done("capture", "Orders").text()).contains("0 new, 0 changed");
  }

  @Test
  void theEndOnThePaperIsCompared() throws Exception {
    protect("store", "make", "store");
    JsonNode head = typed.answer("recovery-sheet", "recovery-sheet").at("/stores/0/head");
    String hash = head.get("hash").textValue();
    String end = head.get("commit") + ": " + hash.substring(0, 4) + " " + hash.substring(4, 12);
    Typed other = typed.onDesk("other");
    other.answer("adopt", "adopt", "store", "--end", end, "--rehearse");
    Typed.Ran refused = other.run("adopt", "store", "--end", "1:00112233", "--rehearse");
    assertThat(refused.exit()).isEqualTo(Exit.NOT_DONE);
    assertThat(refused.text()).contains("is another than the recovery sheet tells of");
    Typed.Ran behind = other.run("adopt", "store", "--end", "900:00112233");
    assertThat(behind.text()).contains("tells of act 900");
    assertThat(other.done("store", "list").text()).contains("No store yet");
  }

  @Test
  void anEncryptedStoreIsAdoptedByTheRecoveryKeyOnThePaper() throws Exception {
    typed.done("store", "make", "store", "--encrypt", "--passphrase-file", "secret.txt", "--json");
    String key =
        typed
            .answer(
                "store-passphrase",
                "store",
                "passphrase",
                "store",
                "--passphrase-file",
                "secret.txt",
                "--new-passphrase-file",
                "secret.txt",
                "--new-recovery-key")
            .get("recoveryKey")
            .textValue();
    Files.writeString(base.resolve("key.txt"), key + "\n");
    String[] secret = {"--passphrase-file", "secret.txt"};
    typed.done(
        "shelf", "add", "orders", "--store", "store", "--name", "Orders", secret[0], secret[1]);
    typed.done("capture", "Orders", secret[0], secret[1]);
    typed.done("recovery-sheet", "--to", "a.json", "--pdf", "a.pdf", secret[0], secret[1]);
    assertThat(printed("a.pdf")).contains("____-____").doesNotContain(key);
    typed.done(
        "recovery-sheet", "--pdf", "b.pdf", "--recovery-key-file", "key.txt", secret[0], secret[1]);
    assertThat(printed("b.pdf")).contains(key);
    Typed other = typed.onDesk("other");
    assertThat(other.run("adopt", "--sheet", "a.json").text()).contains("passphrase is not known");
    JsonNode done =
        other.answer("adopt", "adopt", "--sheet", "a.json", "--recovery-key-file", "key.txt");
    assertThat(done.at("/shelves/0/what").textValue()).isEqualTo("bound");
  }
}
