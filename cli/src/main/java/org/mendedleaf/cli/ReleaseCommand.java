package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;

/** Lift a hold. */
@Command(name = "release", description = "Lift a hold.")
final class ReleaseCommand extends SayingCommand {

  @Override
  long say(Office office, FileLife life, int number) throws IOException {
    return office.sayings().release(life.ref(), number);
  }

  @Override
  String done() {
    return "is no longer held";
  }
}
