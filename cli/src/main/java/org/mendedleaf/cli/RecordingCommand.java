package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Coverage;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Switches a shelf's recording. */
@Command(
    name = "recording",
    description = {
      "Switch a shelf's recording on, or pause it. What is recorded stays.",
      "What a person does by hand, as mending or bringing in, is recorded on a paused shelf too."
    })
final class RecordingCommand extends OfficeCommand {

  @Parameters(index = "0", paramLabel = "SHELF")
  private String name;

  @Parameters(index = "1", paramLabel = "on|paused")
  private String state;

  @Override
  Answer answer(Office office) throws IOException {
    if (!state.equals("on") && !state.equals("paused")) {
      throw new SentenceException(
          "Recording is “on” or “paused”, not “%s”. Nothing was changed.".formatted(state));
    }
    Shelf shelf =
        office.recordingAndPeople().recording(office.shelves().named(name), state.equals("on"));
    if (shelf.folder().isEmpty()) {
      throw new SentenceException(
          "The recording of “%s” is %s; its folder is on another desk."
              .formatted(shelf.name(), shelf.settings().recording().word()));
    }
    Coverage coverage = office.coverages().of(shelf.folder().get());
    return Answer.done(
        CoveredCommand.json(coverage),
        "%s: %s. %s%n".formatted(shelf.name(), shelf.recording().words(), coverage.because()));
  }
}
