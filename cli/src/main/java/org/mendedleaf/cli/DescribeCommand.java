package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Says what a file is. */
@Command(
    name = "describe",
    description = "Say what a file is; without options, tell what was said.")
final class DescribeCommand extends OfficeCommand {

  @Mixin private FileArgument file;

  @Option(names = "--text", paramLabel = "TEXT", description = "What it is, in words.")
  private Optional<String> text = Optional.empty();

  @Option(names = "--category", paramLabel = "WORD", description = "Which sort of file it is.")
  private Optional<String> category = Optional.empty();

  @Option(
      names = "--tell",
      paramLabel = "PERSON",
      description = "Who wants to know of each new revision; replaces those before.")
  private List<String> tell = List.of();

  @Override
  Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    Description said = life.description();
    if (text.isPresent() || category.isPresent() || !tell.isEmpty()) {
      said =
          new Description(
              text.orElse(said.text()),
              category.orElse(said.category()),
              tell.isEmpty() ? said.tell() : tell);
      var unused = office.sayings().describe(life.ref(), said);
    }
    return answer(life, said);
  }

  private static Answer answer(FileLife life, Description said) {
    ObjectNode node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    Json.putDescription(node, said);
    String text =
        "%s%n  %s%n  category: %s%n  told of new revisions: %s%n"
            .formatted(
                life.file().path().shown(),
                said.text().isEmpty() ? "nobody has said what it is" : said.text(),
                said.category().isEmpty() ? "none" : said.category(),
                said.tell().isEmpty() ? "nobody" : String.join(", ", said.tell()));
    return Answer.done(node, text);
  }
}
