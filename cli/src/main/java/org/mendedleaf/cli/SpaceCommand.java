package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.keeping.Spaces;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.space.Cost;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What is recorded costs. */
@Command(
    name = "space",
    description = {
      "Show what a shelf or file costs with its history, and what letting go of it would free.",
      "Without a name: every shelf, and the files with the dearest histories."
    })
final class SpaceCommand extends OfficeCommand {

  @Parameters(paramLabel = "SHELF or FILE", arity = "0..1")
  private Optional<String> what = Optional.empty();

  @Option(names = "--most", paramLabel = "N", description = "So many files; 20 unless said.")
  private int most = 20;

  @Override
  Answer answer(Office office) throws IOException {
    return what.isPresent() ? one(office, what.get()) : all(office);
  }

  private Answer one(Office office, String name) throws IOException {
    Optional<Shelf> shelf =
        office.shelves().all().stream().filter(known -> known.name().equals(name)).findFirst();
    Cost cost;
    if (shelf.isPresent()) {
      cost = office.spaces().of(shelf.get());
    } else {
      FileRef file = office.addresses().file(name, root().terminal().folder());
      cost = office.spaces().of(file);
    }
    ObjectNode node = Json.object();
    put(node, cost);
    return Answer.done(
        node,
        "%s: now %s, history %s, shared with others %s; without it %s would be free. All about, on disk.%n"
            .formatted(
                name,
                Text.size(cost.current()),
                Text.size(cost.history()),
                Text.size(cost.sharedElsewhere()),
                Text.size(cost.alone())));
  }

  private Answer all(Office office) throws IOException {
    ObjectNode node = Json.object();
    ArrayNode stores = node.putArray("stores");
    StringBuilder text = new StringBuilder();
    for (Spaces.Overview overview : office.spaces().overviews()) {
      ObjectNode store = stores.addObject();
      store.put("folder", overview.store().folder().toString());
      store.put("bytes", overview.store().bytes()).put("recorded", overview.disk());
      text.append(
          "%s: %s, of which %s recorded%n"
              .formatted(
                  overview.store().folder(),
                  Text.size(overview.store().bytes()),
                  Text.size(overview.disk())));
      ArrayNode shelves = store.putArray("shelves");
      for (Spaces.OfShelf shelf : overview.shelves()) {
        put(shelves.addObject().put("shelf", shelf.shelf().name()), shelf.cost());
        text.append(line(shelf.shelf().name(), shelf.cost()));
      }
      ArrayNode files = store.putArray("files");
      for (Spaces.ShelfSpace file : overview.files().stream().limit(most).toList()) {
        ObjectNode one = files.addObject();
        one.put("shelf", file.shelf().name());
        Json.putPath(one.putObject("file").put("id", file.cost().file()), file.cost().path());
        one.put("revisions", file.cost().revisions());
        put(one, file.cost().cost());
        text.append(
            line(file.shelf().name() + ":" + file.cost().path().shown(), file.cost().cost()));
      }
    }
    return Answer.done(node, text.toString());
  }

  private static String line(String name, Cost cost) {
    return "  now %10s  history %10s  frees %10s  %s%n"
        .formatted(
            Text.size(cost.current()), Text.size(cost.history()), Text.size(cost.alone()), name);
  }

  private static void put(ObjectNode node, Cost cost) {
    node.put("current", cost.current()).put("history", cost.history());
    node.put("sharedElsewhere", cost.sharedElsewhere()).put("letGoFrees", cost.alone());
  }
}
