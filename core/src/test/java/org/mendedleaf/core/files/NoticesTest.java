package org.mendedleaf.core.files;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.Message;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.session.FileRef;

/** Messages to people who want to know of new revisions of a file. */
class NoticesTest {

  @TempDir Path base;
  private TestDesk desk;
  private FileRef prices;

  @BeforeEach
  void aFileAboutWhichPeopleWantToKnow() throws Exception {
    desk = new TestDesk(base);
    desk.write("Preise für Tuch.csv", "one");
    desk.write("other.csv", "one");
    desk.capture();
    prices = desk.life("Preise für Tuch.csv").ref();
    var unused =
        desk.office()
            .sayings()
            .describe(
                prices,
                new Description(
                    "prices",
                    "",
                    List.of("Zoë Lund <zoe@loft.example>", "Priya \"P\" Dunmore", "maren")));
    assertThat(desk.office().notices().write()).as("nothing about what was before").isEmpty();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private static MimeMessage read(Path file) throws Exception {
    try (InputStream in = Files.newInputStream(file)) {
      return new MimeMessage(Session.getInstance(new Properties()), in);
    }
  }

  @Test
  void eachNewRevisionIsToldOnceAsAMessageThatAMailProgramReads() throws Exception {
    Path arrival = Files.writeString(base.resolve("prices (1).csv"), "two");
    Intake.TakenIn done = desk.office().intake().bringIn(arrival, prices, "Müller's prices", false);
    desk.write("other.csv", "two");
    desk.capture();

    List<Path> written = desk.office().notices().write();

    assertThat(written).hasSize(1);
    MimeMessage message = read(written.get(0));
    assertThat(message.getSubject()).isEqualTo("r1 of Preise für Tuch.csv: Müller's prices");
    assertThat(((InternetAddress) message.getFrom()[0]).getPersonal()).isEqualTo("maren");
    assertThat(message.getRecipients(Message.RecipientType.TO))
        .extracting(Object::toString)
        .anyMatch(to -> to.contains("zoe@loft.example"))
        .anyMatch(to -> to.contains("Priya"))
        .noneMatch(to -> to.contains("maren"));
    assertThat((String) message.getContent())
        .contains("Preise für Tuch.csv has a new revision, r1")
        .contains("It came as: prices (1).csv")
        .contains("mended-leaf:" + prices.store() + "/" + prices.file() + "/r1");
    assertThat(desk.office().notices().write()).isEmpty();
    desk.restart();
    assertThat(desk.office().notices().write()).isEmpty();

    desk.write("Preise für Tuch.csv", "three");
    desk.capture();
    assertThat(desk.office().notices().write()).hasSize(1);

    desk.office()
        .erasures()
        .erase(prices, Set.of(done.brought().revision()), "Preise für Tuch.csv");
    assertThat(written.get(0)).doesNotExist();
    desk.office().erasures().erase(prices, Set.of(), "Preise für Tuch.csv");
    try (var left = Files.walk(desk.office().notices().outbox())) {
      for (Path file : left.filter(Files::isRegularFile).toList()) {
        assertThat(Files.readString(file, StandardCharsets.ISO_8859_1)).doesNotContain("Tuch");
      }
    }
  }
}
