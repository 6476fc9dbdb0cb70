package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;

/** Keeps after all what thinning has let go. */
@Command(
    name = "take-off-notice",
    mixinStandardHelpOptions = true,
    description = "Keep a revision after all that is on notice: it is held from now on.")
final class TakeOffNoticeCommand extends SayingCommand implements Callable<Integer> {

  @Override
  public Integer call() throws IOException {
    return say(
        (office, life, number) -> office.thinnings().takeOffNotice(life.ref(), number),
        "is kept after all: it is held until somebody releases it");
  }
}
