package org.mendedleaf.core.files;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.Who;

/** What people who want to know of it are told about a new revision. */
final class NoticeMessage {

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

  /** What is told of a revision where no name may be: where to look. */
  static Letter nameless(FileLife life, Revision revision) {
    return new Letter(
        revision.by(),
        revision.at(),
        "A file of an encrypted store has a new revision",
        "Its name is not written here, since the store is encrypted. Open it there:\r\n\r\n%s\r\n"
            .formatted(new FileAddress(life.ref(), Optional.of(revision.number())).uri()));
  }

  Letter letter() {
    return new Letter(revision.by(), revision.at(), subject(), text());
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
