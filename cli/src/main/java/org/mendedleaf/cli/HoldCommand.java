package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Keep a revision whatever any rule says, until it is released. */
@Command(
    name = "hold",
    description = "Keep a revision whatever any rule says, until it is released.")
final class HoldCommand extends SayingCommand {

  @Option(names = "--why", paramLabel = "TEXT", required = true, description = "The reason.")
  private String why;

  @Override
  long say(Office office, FileLife life, int number) throws IOException {
    return office.sayings().hold(life.ref(), number, why);
  }

  @Override
  String done() {
    return "is held: " + why;
  }
}
