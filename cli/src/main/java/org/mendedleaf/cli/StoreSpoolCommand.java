package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.ZoneId;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.joining.JoinReport;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.ByteSize;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.SpoolState;
import org.mendedleaf.core.stores.Spools;
import org.mendedleaf.core.stores.StoreFacts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParentCommand;

/** What was recorded on this desk while stores were away. */
@Command(
    name = "spool",
    mixinStandardHelpOptions = true,
    description = {
      "Show what was recorded on this computer while a store was away and is not in the store yet. It is",
      "moved over with the next capture after the store is back, or by --move."
    })
final class StoreSpoolCommand implements Callable<Integer> {

  @ParentCommand private StoreCommand parent;

  @Option(names = "--move", description = "Move over now what waits for stores that are back.")
  private boolean move;

  @Option(
      names = "--limit",
      paramLabel = "SIZE",
      description =
          "How much may wait for one store, as in “5 GB”; “0 B” records nothing meanwhile.")
  private @Nullable String limit;

  @Override
  public Integer call() throws IOException {
    return parent.root().answer(this::answer);
  }

  private Answer answer(Office office) throws IOException {
    Spools spools = office.stores().spools();
    if (limit != null) {
      spools.limit(bytes(limit));
    }
    ObjectNode node = Json.object().put("limit", spools.limit());
    StringBuilder text = new StringBuilder();
    long moved = 0;
    ArrayNode waiting = node.putArray("waiting");
    for (StoreFacts store : office.stores().known()) {
      if (move) {
        Optional<JoinReport> report = spools.moveOver(store.id(), Progress.NONE);
        moved += report.map(JoinReport::commits).orElse(0);
      }
      Optional<SpoolState> state = spools.of(store.id());
      if (state.isPresent()) {
        put(waiting.addObject(), state.get());
        text.append(line(state.get(), office.settings().zone()));
      }
    }
    if (move) {
      node.put("moved", moved);
      text.insert(
          0,
          moved == 1 ? "1 act moved over%n".formatted() : "%d acts moved over%n".formatted(moved));
    }
    if (waiting.isEmpty()) {
      text.append("Nothing waits for a store.%n".formatted());
    }
    text.append("At most %s may wait for each store.%n".formatted(ByteSize.format(spools.limit())));
    return Answer.done(node, text.toString());
  }

  private static long bytes(String typed) throws SentenceException {
    OptionalLong bytes = ByteSize.parse(typed);
    return bytes.orElseThrow(
        () ->
            new SentenceException(
                "“%s” is no size; write it as in “5 GB” or “800 MB”. Nothing was changed."
                    .formatted(typed)));
  }

  private static void put(ObjectNode node, SpoolState state) {
    node.put("store", state.store().toString()).put("away", state.isAway());
    node.put("acts", state.acts()).put("since", state.since().toString());
    node.put("bytes", state.bytes()).put("full", state.isFull());
  }

  private static String line(SpoolState state, ZoneId zone) {
    return "%s: %d %s since %s, %s%s%n"
        .formatted(
            state.store(),
            state.acts(),
            state.acts() == 1 ? "act waits" : "acts wait",
            Text.moment(state.since(), zone),
            Text.size(state.bytes()),
            state.isFull()
                ? "; nothing more is recorded until it is back"
                : state.isAway() ? "; the store is away" : "; the store is back");
  }
}
