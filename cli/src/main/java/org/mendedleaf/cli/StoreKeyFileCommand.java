package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Writes the key of a store into a file. */
@Command(
    name = "key-file",
    mixinStandardHelpOptions = true,
    description = {
      "Write the key of an encrypted store into FILE, which only you may read, for a watch that nobody",
      "sits at: “keep-watch --key-file FILE”. Whoever has the file can read the store."
    })
final class StoreKeyFileCommand implements Callable<Integer> {

  @ParentCommand private StoreCommand parent;

  @Parameters(paramLabel = "FILE")
  private Path file;

  @Option(names = "--store", paramLabel = "DIR", description = "Of which store.")
  private @Nullable Path of;

  @Override
  public Integer call() throws IOException {
    return parent.root().answer(this::answer);
  }

  private Answer answer(Office office) throws IOException {
    MendedLeafCommand root = parent.root();
    String id = office.stores().id(Optional.ofNullable(of).map(root::resolve));
    Path to = root.resolve(file);
    office.stores().encryption().writeKey(id, to);
    return Answer.done(
        Json.object().put("store", id).put("file", to.toString()),
        "The key of the store is in %s. Keep it where nobody else can read it.%n".formatted(to));
  }
}
