package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.Sayings;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Give a draft out: it gets the next letter of its file. */
@Command(
    name = "issue",
    description = {
      "Give a draft out: it gets the next letter of its file, which is never given again.",
      "The shelf must tell drafts from issued revisions (\"shelf stages\")."
    })
final class IssueCommand extends OfficeCommand {

  @Mixin private FileArgument file;

  @Option(
      names = "--revision",
      paramLabel = "R",
      description = "The newest one where it is left out.")
  private String revision;

  @Override
  Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    int number = revision == null ? life.newest().number() : Addresses.revision(revision, life);
    Sayings.IssuedLetter issued = office.sayings().issue(life.ref(), number);
    String letters = issued.issue().letters();
    ObjectNode node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    node.put("revision", number).put("done", "is issue " + letters);
    node.put("act", issued.act()).put("issue", letters);
    return Answer.done(
        node,
        "%s of %s is issue %s.%n"
            .formatted(Revision.numbered(number), life.file().path().shown(), letters));
  }
}
