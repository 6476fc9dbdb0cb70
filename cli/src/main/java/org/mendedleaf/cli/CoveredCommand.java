package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.Coverage;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Tells whether a path is recorded. */
@Command(name = "covered", description = "Say in one line whether a file or folder is recorded.")
final class CoveredCommand extends OfficeCommand {

  @Parameters(paramLabel = "PATH")
  private Path path;

  @Override
  Answer answer(Office office) throws IOException {
    Coverage coverage = office.coverages().of(root().resolve(path));
    return Answer.done(json(coverage), "%s: %s%n".formatted(coverage.path(), coverage.because()));
  }

  static ObjectNode json(Coverage coverage) {
    ObjectNode node = Json.object();
    node.put("path", coverage.path().toString());
    coverage
        .shelf()
        .ifPresentOrElse(shelf -> node.put("shelf", shelf.name()), () -> node.putNull("shelf"));
    return node.put("state", coverage.state().words()).put("because", coverage.because());
  }
}
