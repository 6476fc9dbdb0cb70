package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.history.LedgerEntry;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParentCommand;

/** What was done. */
@Command(
    name = "ledger",
    mixinStandardHelpOptions = true,
    description = "Show everything that was done in a store, oldest first.")
final class LedgerCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  @Override
  public Integer call() throws IOException {
    return root.answer(
        office -> {
          ObjectNode node = Json.object();
          ArrayNode entries = node.putArray("entries");
          StringBuilder text = new StringBuilder();
          for (LedgerEntry entry :
              office.stores().ledger(office.stores().id(store.map(root::resolve)))) {
            entries.add(Json.ledger(entry));
            text.append(
                "%6d  %s  %-8s %s%s%n"
                    .formatted(
                        entry.id(),
                        Text.moment(entry.at(), office.settings().zone()),
                        entry.act().word(),
                        entry.by(),
                        entry.about().map(name -> "  " + name).orElse("")));
          }
          return Answer.done(node, text.toString());
        });
  }
}
