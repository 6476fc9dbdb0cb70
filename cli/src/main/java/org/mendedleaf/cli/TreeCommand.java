package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.TreeEntry;
import org.mendedleaf.core.office.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.store.ContentReader;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** A shelf at a moment. */
@Command(name = "tree", description = "Show a shelf, or a folder of it, as it was at a moment.")
final class TreeCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "SHELF[:folder]")
  private String place;

  @Option(
      names = "--at",
      paramLabel = "WHEN",
      defaultValue = "now",
      description = "An instant, a date and time, or words: “last thu 17:00”, “2 h ago”.")
  private String at;

  @Option(names = "--sha256", description = "Also the SHA-256 of each file's bytes.")
  private boolean sha256;

  @Override
  public Integer call() throws IOException {
    return root.answer(this::tree);
  }

  private Answer tree(Office office) throws IOException {
    int colon = place.indexOf(':');
    Shelf shelf = office.shelves().named(colon < 0 ? place : place.substring(0, colon));
    String inner = colon < 0 ? "" : place.substring(colon + 1).replaceAll("^/+|/+$", "");
    var settings = office.settings();
    Instant moment = new When(settings.zone()).parse(at, settings.clock().instant());
    ObjectNode node = Json.object();
    node.put("shelf", shelf.name()).put("at", moment.toString());
    node.put("zone", settings.zone().getId());
    Optional<Instant> captured = office.shelves().capturedBefore(shelf, moment);
    captured.ifPresentOrElse(
        when -> node.put("capturedAt", when.toString()), () -> node.putNull("capturedAt"));
    ArrayNode entries = node.putArray("entries");
    StringBuilder text = new StringBuilder();
    text.append("%s at %s%n".formatted(shelf.name(), Text.moment(moment, settings.zone())));
    ContentReader contents = office.files().contents(shelf.store());
    for (TreeEntry entry : office.shelves().tree(shelf, new InnerPath(inner), moment, true)) {
      entries.add(Json.entry(entry, contents, sha256));
      text.append(line(entry));
    }
    return Answer.done(node, text.toString());
  }

  private static String line(TreeEntry entry) {
    return switch (entry.kind()) {
      case FOLDER -> "%s/%n".formatted(entry.path().shown());
      case LINK -> "%s -> %s%n".formatted(entry.path().shown(), entry.link().orElse(""));
      case FILE ->
          "%s  %s  %d bytes%n"
              .formatted(
                  entry.path().shown(),
                  FileLife.numbered(entry.revision().orElse(0)),
                  entry.size());
    };
  }
}
