package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.keeping.Safeguards.ChosenSafeguards;
import org.mendedleaf.core.keeping.Safeguards.StoreSafeguards;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.Span;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Shows and sets what protects a store against mistakes of its keepers. */
@Command(
    name = "safeguards",
    mixinStandardHelpOptions = true,
    description = {
      "Show or set what protects a store against mistakes, and against somebody who acts under a",
      "keeper's name. Stricter safeguards count at once, looser ones after the delay."
    })
final class StoreSafeguardsCommand implements Callable<Integer> {

  private static final String NONE = "none";

  @ParentCommand private StoreCommand parent;

  @Parameters(
      paramLabel = "DIR",
      arity = "0..1",
      description = "The store; optional where there is only one.")
  private Optional<Path> folder = Optional.empty();

  @Option(
      names = "--least",
      paramLabel = "SPAN",
      description =
          "How long every revision stays after it was replaced, whatever a plan says; “30 days”, or “none”.")
  private @Nullable String least;

  @Option(
      names = "--delay",
      paramLabel = "SPAN",
      description =
          "How long after it was asked for an erasure or a loosened plan takes effect; “7 days”, or “none”.")
  private @Nullable String delay;

  @Override
  public Integer call() throws IOException {
    return parent.root().answer(this::answer);
  }

  private Answer answer(Office office) throws IOException {
    Safeguards safeguards = office.safeguards();
    String store = office.stores().id(folder.map(parent.root()::resolve));
    StoreSafeguards now = safeguards.of(store);
    if (least != null || delay != null) {
      now =
          safeguards.set(
              store,
              new ChosenSafeguards(
                  least == null ? now.chosen().least() : span(least),
                  delay == null ? now.chosen().delay() : span(delay)));
    }
    ObjectNode node = Json.object();
    put(node, now.counting());
    now.by().ifPresent(by -> node.put("by", by));
    if (now.loosenedFrom().isPresent()) {
      node.put("loosenedFrom", now.loosenedFrom().get().toString());
      put(node.putObject("then"), now.chosen());
    }
    return Answer.done(node, text(now, office.settings().zone()));
  }

  private static Optional<Span> span(String typed) throws SentenceException {
    if (typed.strip().equalsIgnoreCase(NONE)) {
      return Optional.empty();
    }
    return Optional.of(
        Span.parse(typed)
            .orElseThrow(
                () ->
                    new SentenceException(
                        "“%s” is no span; write it as in “30 days” or “1 year”, or “none”. Nothing was changed."
                            .formatted(typed))));
  }

  private static void put(ObjectNode node, ChosenSafeguards of) {
    node.put("least", of.least().map(Span::toString).orElse(null));
    node.put("delay", of.delay().map(Span::toString).orElse(null));
  }

  private static String text(StoreSafeguards now, ZoneId zone) {
    String text =
        now.counting()
            .least()
            .map(
                "Every revision stays for %s after it was replaced, whatever a plan says.%n"
                    ::formatted)
            .orElse("Plans alone say how long revisions stay.%n".formatted());
    text +=
        now.counting()
            .delay()
            .map(
                "Erasing, and loosening a plan or this, takes effect %s after it was asked for.%n"
                    ::formatted)
            .orElse("Erasing, and loosening a plan or this, takes effect at once.%n".formatted());
    if (now.loosenedFrom().isPresent()) {
      text +=
          "From %s on it is: %s, %s.%n"
              .formatted(
                  Text.moment(now.loosenedFrom().get(), zone),
                  now.chosen().least().map("least time %s"::formatted).orElse("no least time"),
                  now.chosen().delay().map("delay %s"::formatted).orElse("no delay"));
    }
    return text;
  }
}
