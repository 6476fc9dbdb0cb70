package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.List;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What a shelf leaves out. */
@Command(
    name = "patterns",
    description = {
      "Show or say what a shelf leaves out. Leaving out removes nothing: what is recorded stays.",
      "A pattern without a slash is a name anywhere, with one a path from the shelf's folder;",
      "* stands for letters of one name, ** for folders, ? for one letter."
    })
final class PatternsCommand extends OfficeCommand {

  private static final int SHOWN = 20;

  @Parameters(paramLabel = "SHELF")
  private String name;

  @Option(
      names = "--leave-out",
      paramLabel = "P",
      description = "What is left out from now on; may be repeated. All patterns are said anew.")
  private List<String> patterns = List.of();

  @Option(names = "--nothing", description = "Leave nothing out any more.")
  private boolean nothing;

  @Option(names = "--rehearse", description = "Only show which recorded files that would be.")
  private boolean rehearse;

  @Override
  Answer answer(Office office) throws IOException {
    Shelf shelf = office.shelves().named(name);
    boolean says = nothing || !patterns.isEmpty();
    List<String> wanted =
        says
            ? patterns
            : shelf.settings().leftOut().rules().stream().map(LeftOut.Rule::pattern).toList();
    List<InnerPath> matches = office.recordingAndPeople().matches(shelf, wanted);
    if (says && !rehearse) {
      shelf = office.recordingAndPeople().leaveOut(shelf, wanted);
    }
    ObjectNode node = Json.object().put("shelf", shelf.name()).put("done", says && !rehearse);
    ArrayNode leftOut = node.putArray("leaveOut");
    StringBuilder text = new StringBuilder();
    for (LeftOut.Rule rule : shelf.settings().leftOut().rules()) {
      leftOut.addObject().put("pattern", rule.pattern()).put("since", rule.since().toString());
      text.append("%s, since %s%n".formatted(rule.pattern(), rule.since()));
    }
    if (leftOut.isEmpty()) {
      text.append("The shelf leaves nothing out.\n");
    }
    ArrayNode files = node.putArray("files");
    for (InnerPath path : matches) {
      Json.putPath(files.addObject(), path);
    }
    if (!wanted.isEmpty()) {
      text.append(
          "%d recorded files %s: what is recorded of them stays.%n"
              .formatted(matches.size(), rehearse ? "would be left out" : "are left out"));
      matches.stream()
          .limit(SHOWN)
          .forEach(path -> text.append("  ").append(path.shown()).append('\n'));
    }
    return Answer.done(node, text.toString());
  }
}
