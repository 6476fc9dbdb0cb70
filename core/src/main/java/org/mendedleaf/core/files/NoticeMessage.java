package org.mendedleaf.core.files;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.Who;

/**
 * A mail message about a new revision. A person may be given with a mail address; one without is
 * named as a group without members, which the format has for that (RFC 5322, 3.4).
 */
final class NoticeMessage {

  /** Names of machines that end so are never anybody's (RFC 2606). */
  private static final String NOBODY = "mended-leaf@desk.invalid";

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM uuuu, HH:mm", Locale.ENGLISH);

  private final FileLife life;
  private final Revision revision;
  private final ZoneId zone;

  NoticeMessage(FileLife life, Revision revision, ZoneId zone) {
    this.life = life;
    this.revision = revision;
    this.zone = zone;
  }

  void to(List<String> persons, OutputStream out) throws IOException {
    try {
      MimeMessage message = new MimeMessage(Session.getInstance(new Properties()));
      message.setFrom(new InternetAddress(NOBODY, revision.by(), "UTF-8"));
      List<String> groups = new ArrayList<>();
      for (String person : persons) {
        Optional<InternetAddress> address = address(person);
        if (address.isPresent()) {
          message.addRecipient(Message.RecipientType.TO, address.get());
        } else {
          groups.add(MimeUtility.encodeWord(quoted(person), "UTF-8", null) + ":;");
        }
      }
      if (!groups.isEmpty()) {
        String[] header = message.getHeader("To");
        String known = header == null ? "" : header[0] + ", ";
        message.setHeader("To", known + String.join(", ", groups));
      }
      message.setSubject(subject(), "UTF-8");
      message.setSentDate(Date.from(revision.at()));
      message.setText(text(), "UTF-8");
      message.writeTo(out);
    } catch (MessagingException e) {
      throw new IOException("The notice about %s could not be written.".formatted(subject()), e);
    }
  }

  private static Optional<InternetAddress> address(String person) {
    if (!person.contains("@")) {
      return Optional.empty();
    }
    try {
      InternetAddress address = new InternetAddress(person, true);
      if (address.getPersonal() != null) {
        address.setPersonal(address.getPersonal(), StandardCharsets.UTF_8.name());
      }
      return Optional.of(address);
    } catch (AddressException | java.io.UnsupportedEncodingException e) {
      return Optional.empty();
    }
  }

  private static String quoted(String person) {
    boolean plain = person.chars().allMatch(c -> Character.isLetterOrDigit(c) || c == ' ');
    return plain ? person : "\"" + person.replaceAll("[\\\\\"\\r\\n]", " ") + "\"";
  }

  private Optional<String> note() {
    return life.marks(revision).note().map(RevisionMarks.Note::text);
  }

  private String subject() {
    String what =
        "%s of %s".formatted(Revision.numbered(revision.number()), life.file().path().name());
    return note().map(said -> what + ": " + said).orElse(what);
  }

  private String text() {
    List<String> lines = new ArrayList<>();
    lines.add(
        "%s / %s has a new revision, %s."
            .formatted(
                life.shelf().name(),
                life.file().path().shown(),
                Revision.numbered(revision.number())));
    lines.add("");
    lines.add("When: " + WHEN.format(revision.at().atZone(zone)));
    lines.add("Saved by: " + Who.of(revision).name());
    note().ifPresent(said -> lines.add("Note: " + said));
    revision.summary().filter(sum -> !sum.isEmpty()).ifPresent(sum -> lines.add("Changed: " + sum));
    life.marks(revision)
        .arrived()
        .map(Arrived::name)
        .ifPresent(name -> lines.add("It came as: " + name));
    lines.add("Size: %,d bytes".formatted(revision.state().size()));
    lines.add("");
    lines.add(new FileAddress(life.ref(), Optional.of(revision.number())).uri());
    return String.join("\r\n", lines) + "\r\n";
  }
}
