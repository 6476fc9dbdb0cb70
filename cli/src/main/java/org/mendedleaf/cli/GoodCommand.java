package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Say that a revision is known to be good. */
@Command(
    name = "good",
    mixinStandardHelpOptions = true,
    description = "Say that a revision is known to be good.")
final class GoodCommand extends SayingCommand implements Callable<Integer> {

  @Option(names = "--no-longer", description = "Take the mark back.")
  private boolean noLonger;

  @Override
  public Integer call() throws IOException {
    return say(
        (office, life, number) -> office.sayings().good(life.ref(), number, !noLonger),
        noLonger ? "is no longer marked as known good" : "is known to be good");
  }
}
