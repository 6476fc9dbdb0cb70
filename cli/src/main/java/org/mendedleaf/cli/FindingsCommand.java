package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.FindingAnswer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What is doubtful as it is now. */
@Command(
    name = "findings",
    description = {
      "List the files that are doubtful as they are now: what is wrong, since when, who saved it, and the",
      "last good state; “findings meant” says that one is as it was meant."
    })
final class FindingsCommand extends OfficeCommand {

  private static final Duration EXAMINING = Duration.ofMinutes(10);

  @Parameters(
      arity = "0..1",
      paramLabel = "SHELF",
      description = "Of this shelf alone; by default of all.")
  private Optional<String> name = Optional.empty();

  @Override
  Answer answer(Office office) throws IOException {
    List<Shelf> shelves =
        name.isPresent() ? List.of(office.shelves().named(name.get())) : office.shelves().all();
    for (String store : shelves.stream().map(Shelf::store).distinct().toList()) {
      var unused = office.screenings().screen(store, EXAMINING, Progress.NONE);
    }
    FindingAnswer words = new FindingAnswer(office.settings().zone());
    ObjectNode node = Json.object();
    ArrayNode all = node.putArray("findings");
    StringBuilder text = new StringBuilder();
    for (Shelf shelf : shelves) {
      for (DoubtfulFile one : office.screenings().doubtful(shelf)) {
        all.add(words.json(one));
        text.append(words.text(one));
      }
    }
    if (all.isEmpty()) {
      text.append(
          "Nothing is doubtful about any file as it is now; looked at: %s.%n"
              .formatted(
                  shelves.isEmpty()
                      ? "no shelf"
                      : String.join(", ", shelves.stream().map(Shelf::name).toList())));
    }
    return Answer.done(node, text.toString());
  }

  @Command(
      name = "meant",
      mixinStandardHelpOptions = true,
      description = "Say that a doubtful revision is as it was meant.")
  int meant(
      @Parameters(paramLabel = "FILE", description = "Its path, SHELF:inner/path, or id:NUMBER.")
          String file,
      @Option(names = "--revision", paramLabel = "R", required = true) String revision,
      @Option(
              names = "--why",
              defaultValue = "",
              description = "Your reason, for those who find it later.")
          String why)
      throws IOException {
    return root()
        .answer(
            office -> {
              FileLife life =
                  office.files().life(office.addresses().file(file, root().terminal().folder()));
              int number = Addresses.revision(revision, life);
              long act = office.screenings().meant(life.ref(), number, why);
              return SayingCommand.answer(life, number, "is as it was meant", act);
            });
  }
}
