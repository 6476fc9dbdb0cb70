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
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.Properties;

/**
 * A mail message. A person may be given with a mail address; one without is named as a group
 * without members, which the format has for that (RFC 5322, 3.4).
 *
 * @param from the name of who caused it
 * @param text its lines end in CR and LF
 */
public record Letter(String from, Instant at, String subject, String text) {

  /** Names of machines that end so are never anybody's (RFC 2606). */
  private static final String NOBODY = "mended-leaf@desk.invalid";

  /** Writes it as RFC 5322 has it. */
  void to(List<String> persons, OutputStream out) throws IOException {
    try {
      MimeMessage message = new MimeMessage(Session.getInstance(new Properties()));
      message.setFrom(new InternetAddress(NOBODY, from, "UTF-8"));
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
      message.setSubject(subject, "UTF-8");
      message.setSentDate(Date.from(at));
      message.setText(text, "UTF-8");
      message.writeTo(out);
    } catch (MessagingException e) {
      throw new IOException("The notice about %s could not be written.".formatted(subject), e);
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
}
