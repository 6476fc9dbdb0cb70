package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;

/** Keeps after all what thinning has let go. */
@Command(
    name = "take-off-notice",
    description = "Keep a revision after all that is on notice: it is held from now on.")
final class TakeOffNoticeCommand extends SayingCommand {

  @Override
  long say(Office office, FileLife life, int number) throws IOException {
    return office.thinnings().takeOffNotice(life.ref(), number);
  }

  @Override
  String done() {
    return "is kept after all: it is held until somebody releases it";
  }
}
