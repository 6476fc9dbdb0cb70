package org.mendedleaf.cli;

import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Keeps a revision whatever any rule says, until it is released or until a day. */
@Command(
    name = "hold",
    description = "Keep a revision whatever any rule says, until it is released or until a day.")
final class HoldCommand extends SayingCommand {

  @Option(names = "--why", paramLabel = "TEXT", required = true, description = "The reason.")
  private String why;

  @Option(
      names = "--until",
      paramLabel = "DAY",
      description =
          "The last day on which it is held, as 2027-01-31; without it, until it is released.")
  private @Nullable String until;

  /** The end of that day. */
  private static Instant end(String day, ZoneId zone) throws SentenceException {
    try {
      return LocalDate.parse(day).plusDays(1).atStartOfDay(zone).toInstant();
    } catch (DateTimeParseException e) {
      throw new SentenceException(
          "“%s” is no day; write it as in 2027-01-31. Nothing was changed.".formatted(day), e);
    }
  }

  @Override
  long say(Office office, FileLife life, int number) throws IOException {
    Optional<Instant> end = Optional.empty();
    if (until != null) {
      end = Optional.of(end(until, office.settings().zone()));
    }
    return office.sayings().hold(life.ref(), number, why, end);
  }

  @Override
  String done() {
    return until == null ? "is held: " + why : "is held until %s: %s".formatted(until, why);
  }
}
