package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Lists what was done. */
@Command(name = "ledger", description = "Show everything that was done in a store, oldest first.")
final class LedgerCommand extends OfficeCommand {

  @Mixin private StoreOption store;

  @Override
  Answer answer(Office office) throws IOException {
    ObjectNode node = Json.object();
    ArrayNode entries = node.putArray("entries");
    StringBuilder text = new StringBuilder();
    for (LedgerEntry entry : office.stores().ledger(store.id(office))) {
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
  }
}
