package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Keep a revision whatever any rule says, until it is released. */
@Command(
    name = "hold",
    mixinStandardHelpOptions = true,
    description = "Keep a revision whatever any rule says, until it is released.")
final class HoldCommand extends SayingCommand implements Callable<Integer> {

  @Option(names = "--why", paramLabel = "TEXT", required = true, description = "The reason.")
  private String why;

  @Override
  public Integer call() throws IOException {
    return say(
        (office, life, number) -> office.sayings().hold(life.ref(), number, why),
        "is held: " + why);
  }
}
