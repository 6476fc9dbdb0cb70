package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Say what changed in a revision; the notes before are kept with it. */
@Command(
    name = "note",
    mixinStandardHelpOptions = true,
    description = "Say what changed in a revision; the notes before are kept with it.")
final class NoteCommand extends SayingCommand implements Callable<Integer> {

  @Parameters(index = "1", paramLabel = "TEXT", description = "Empty takes the note back.")
  private String text;

  @Override
  public Integer call() throws IOException {
    return say(
        (office, life, number) -> office.sayings().note(life.ref(), number, text),
        text.isBlank() ? "has no note any more" : "has the note “" + text.strip() + "”");
  }
}
