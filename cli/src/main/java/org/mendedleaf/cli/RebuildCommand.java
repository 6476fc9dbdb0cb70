package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Builds the catalogue again. */
@Command(name = "rebuild", description = "Build this desk's catalogue again from the store.")
final class RebuildCommand extends OfficeCommand {

  @Mixin private StoreOption store;

  @Override
  Answer answer(Office office) throws IOException {
    long acts = office.stores().rebuild(store.id(office));
    return Answer.done(
        Json.object().put("acts", acts),
        "The catalogue was built again from %d acts.%n".formatted(acts));
  }
}
