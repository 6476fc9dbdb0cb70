package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParentCommand;

/** Builds the catalogue again. */
@Command(
    name = "rebuild",
    mixinStandardHelpOptions = true,
    description = "Build this desk's catalogue again from the store.")
final class RebuildCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  @Override
  public Integer call() throws IOException {
    return root.answer(
        office -> {
          long acts = office.stores().rebuild(office.stores().id(store.map(root::resolve)));
          return Answer.done(
              Json.object().put("acts", acts),
              "The catalogue was built again from %d acts.%n".formatted(acts));
        });
  }
}
