package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Say that a revision is known to be good. */
@Command(name = "good", description = "Say that a revision is known to be good.")
final class GoodCommand extends SayingCommand {

  @Option(names = "--no-longer", description = "Take the mark back.")
  private boolean noLonger;

  @Override
  long say(Office office, FileLife life, int number) throws IOException {
    return office.sayings().good(life.ref(), number, !noLonger);
  }

  @Override
  String done() {
    return noLonger ? "is no longer marked as known good" : "is known to be good";
  }
}
