package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.stores.StoreFacts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** The places where revisions are kept. */
@Command(
    name = "store",
    mixinStandardHelpOptions = true,
    description = "Make, open and list stores: where revisions are kept.")
final class StoreCommand {

  /** Digits of a hash that tell one commit from another. */
  private static final int SHORT = 16;

  @ParentCommand private MendedLeafCommand root;

  @Command(
      name = "make",
      mixinStandardHelpOptions = true,
      description = "Make a store in an empty or new folder.")
  int make(
      @Parameters(paramLabel = "DIR") Path folder,
      @Option(
              names = "--group",
              description = "The group of the folder may enter it too; else only you.")
          boolean group)
      throws IOException {
    return root.answer(
        office -> {
          StoreFacts store = office.stores().make(root.resolve(folder), group);
          return Answer.done(Json.store(store), line(store));
        });
  }

  @Command(
      name = "open",
      mixinStandardHelpOptions = true,
      description = "Make a store and its shelves known here.")
  int open(@Parameters(paramLabel = "DIR") Path folder) throws IOException {
    return root.answer(
        office -> {
          StoreFacts store = office.stores().open(root.resolve(folder));
          return Answer.done(Json.store(store), line(store));
        });
  }

  @Command(
      name = "take-over",
      mixinStandardHelpOptions = true,
      description = "Let this desk write to a store whose drive serves one desk only.")
  int takeOver(@Parameters(paramLabel = "DIR") Path folder) throws IOException {
    return root.answer(
        office -> {
          StoreFacts store = office.stores().takeOver(root.resolve(folder));
          return Answer.done(Json.store(store), line(store));
        });
  }

  @Command(
      name = "list",
      mixinStandardHelpOptions = true,
      description = "Show the stores that are known here.")
  int list() throws IOException {
    return root.answer(
        office -> {
          ObjectNode node = Json.object();
          ArrayNode array = node.putArray("stores");
          StringBuilder text = new StringBuilder();
          for (StoreFacts store : office.stores().known()) {
            array.add(Json.store(store));
            text.append(line(store));
          }
          return Answer.done(node, text.isEmpty() ? "No store yet.\n" : text.toString());
        });
  }

  private static String line(StoreFacts store) {
    if (!store.here()) {
      return "%s: not there%n".formatted(store.folder());
    }
    return "%s: %s, %s free%s%s%s%n"
        .formatted(
            store.folder(),
            Text.size(store.bytes()),
            Text.size(store.free()),
            store.sameDrive() ? ", on the same drive as a shelf" : "",
            store.trial() ? ", a trial store" : "",
            store.commit().isPresent()
                ? ", last commit %d, %s"
                    .formatted(store.commit().getAsLong(), store.hash().substring(0, SHORT))
                : "");
  }
}
