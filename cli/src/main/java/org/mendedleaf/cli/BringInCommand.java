package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.DoubtText;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.OpenAnswer;
import org.mendedleaf.cli.answers.SuggestionAnswer;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Brings files in from outside. */
@Command(
    name = "bring-in",
    description = {
      "Make a file from outside the next revision of a file on a shelf, or a new one there.",
      "Without --onto, --new and --take-confident it only says what it would replace."
    })
final class BringInCommand extends OfficeCommand {

  @Parameters(paramLabel = "FILE", arity = "1..*", description = "Files, or folders with files.")
  private List<Path> files;

  @ArgGroup private WhereTo where = new WhereTo();

  @Option(names = "--note", paramLabel = "TEXT", description = "What changed.")
  private String note = "";

  @Option(
      names = "--new-too",
      description = "With --take-confident: also what is new in a folder whose place is known.")
  private boolean newToo;

  @Option(names = "--clear-away", description = "Delete what was brought in where it came from.")
  private boolean clearAway;

  @Option(
      names = "--despite-doubts",
      description = "Bring it in although something speaks against it.")
  private boolean despiteDoubts;

  /** Where it goes. */
  static final class WhereTo {
    @Option(names = "--onto", paramLabel = "FILE", description = "The file that it replaces.")
    private Optional<String> onto = Optional.empty();

    @Option(names = "--new", paramLabel = "SHELF:path", description = "Where a new file goes.")
    private Optional<String> fresh = Optional.empty();

    @Option(
        names = "--take-confident",
        description = "Bring in each one for which there is no question.")
    private boolean takeConfident;
  }

  @Override
  Answer answer(Office office) throws IOException {
    List<Path> given = files.stream().map(root()::resolve).toList();
    List<Path> arrivals = office.intake().files(given);
    if (where.onto.isPresent() || where.fresh.isPresent()) {
      if (arrivals.size() != 1) {
        throw new SentenceException(
            "One file can be brought in onto another or as a new one, and these are %d. Nothing was changed."
                .formatted(arrivals.size()));
      }
      return where.onto.isPresent()
          ? onto(office, arrivals.get(0))
          : fresh(office, arrivals.get(0));
    }
    List<Suggestion> suggestions = office.intake().suggest(arrivals, Progress.NONE);
    return new SuggestionAnswer(office, office.intake().newPlaces(given, suggestions))
        .of(suggestions, this::takeConfident);
  }

  private Answer onto(Office office, Path arrival) throws IOException {
    FileRef target = office.addresses().file(where.onto.orElseThrow(), root().terminal().folder());
    List<String> doubts =
        new DoubtText(office).of(office.intake().doubts(arrival, target, Progress.NONE));
    ObjectNode node = Json.object();
    ObjectNode one = node.putArray("arrivals").addObject().put("arrival", arrival.toString());
    one.putArray("candidates");
    ArrayNode guard = one.putArray("guard");
    doubts.forEach(guard::add);
    if (!doubts.isEmpty() && !despiteDoubts) {
      String text =
          "%s was not brought in: %s. With --despite-doubts it is. Nothing was changed.%n"
              .formatted(arrival.getFileName(), String.join("; ", doubts));
      return new Answer(node, text, Exit.NOT_DONE);
    }
    Map<Path, Set<String>> open = office.files().openIn(office.files().life(target));
    Intake.TakenIn done = office.intake().bringIn(arrival, target, note, clearAway);
    return OpenAnswer.with(
        Answer.done(node, new SuggestionAnswer(office).taken(one, done, arrival)), open);
  }

  private Answer fresh(Office office, Path arrival) throws IOException {
    Addresses.Addressed place =
        office.addresses().place(where.fresh.orElseThrow(), root().terminal().folder());
    ObjectNode node = Json.object();
    ObjectNode one = node.putArray("arrivals").addObject().put("arrival", arrival.toString());
    one.putArray("candidates");
    one.putArray("guard");
    Intake.TakenIn done =
        office.intake().bringInNew(arrival, place.shelf(), place.path(), note, clearAway);
    return Answer.done(node, new SuggestionAnswer(office).taken(one, done, arrival));
  }

  /** Takes in what there is no question about, if that is wanted. */
  private Optional<Intake.TakenIn> takeConfident(
      Suggestion suggestion, Optional<Addresses.Addressed> newAt, Office office)
      throws IOException {
    if (!where.takeConfident) {
      return Optional.empty();
    }
    if (newAt.isPresent() && newToo) {
      Addresses.Addressed place = newAt.get();
      return Optional.of(
          office
              .intake()
              .bringInNew(suggestion.arrival(), place.shelf(), place.path(), note, clearAway));
    }
    if (!suggestion.isPlain()) {
      return Optional.empty();
    }
    FileRef target = suggestion.first().orElseThrow().candidate().file();
    return Optional.of(office.intake().bringIn(suggestion.arrival(), target, note, clearAway));
  }
}
