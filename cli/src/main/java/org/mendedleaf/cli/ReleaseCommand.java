package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;

/** Lift a hold. */
@Command(name = "release", mixinStandardHelpOptions = true, description = "Lift a hold.")
final class ReleaseCommand extends SayingCommand implements Callable<Integer> {

  @Override
  public Integer call() throws IOException {
    return say(
        (office, life, number) -> office.sayings().release(life.ref(), number),
        "is no longer held");
  }
}
