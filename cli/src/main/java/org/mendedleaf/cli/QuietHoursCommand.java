package org.mendedleaf.cli;

import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.telling.QuietHours;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** When nobody is disturbed. */
@Command(
    name = "quiet-hours",
    description = {
      "Say when the desktop shows nothing of what is found damaged, or set it; what is found meanwhile is",
      "shown at the end of these hours. Today, “findings” and letters to the shelf's people do not wait."
    })
final class QuietHoursCommand extends OfficeCommand {

  private static final String NONE = "none";

  @Parameters(
      arity = "0..1",
      paramLabel = "HOURS",
      description = "Such as 20:00-07:00, by this desk's clock; “none” for no such hours.")
  private @Nullable String hours;

  @Override
  Answer answer(Office office) throws IOException {
    String wanted = hours;
    if (wanted != null) {
      office
          .telling()
          .quiet(wanted.equals(NONE) ? Optional.empty() : Optional.of(QuietHours.parse(wanted)));
    }
    Optional<String> now = office.telling().quiet().map(QuietHours::shown);
    return Answer.done(
        Json.object().put("quiet", now.orElse(NONE)),
        now.map("What is found is shown at once, but not in the hours %s.%n"::formatted)
            .orElse("What is found is shown at once, at any hour.%n".formatted()));
  }
}
