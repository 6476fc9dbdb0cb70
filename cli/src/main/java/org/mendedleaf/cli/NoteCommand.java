package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Say what changed in a revision; the notes before are kept with it. */
@Command(
    name = "note",
    description = "Say what changed in a revision; the notes before are kept with it.")
final class NoteCommand extends SayingCommand {

  @Parameters(index = "1", paramLabel = "TEXT", description = "Empty takes the note back.")
  private String text;

  @Override
  long say(Office office, FileLife life, int number) throws IOException {
    return office.sayings().note(life.ref(), number, text);
  }

  @Override
  String done() {
    return text.isBlank() ? "has no note any more" : "has the note “" + text.strip() + "”";
  }
}
