package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.office.Addresses;
import org.mendedleaf.core.office.FileLife;
import org.mendedleaf.core.office.FileRef;
import org.mendedleaf.core.office.Intake;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.SentenceException;
import org.mendedleaf.core.office.Suggestion;
import org.mendedleaf.core.progress.Progress;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Brings files in from outside. */
@Command(
    name = "bring-in",
    description = {
      "Make a file from outside the next revision of a file on a shelf, or a new one there.",
      "Without --onto, --new and --take-confident it only says what it would replace."
    })
final class BringInCommand implements Callable<Integer> {

  private static final int SHOWN = 3;

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "FILE", arity = "1..*", description = "Files, or folders with files.")
  private List<Path> files;

  @ArgGroup private Where where = new Where();

  @Option(names = "--note", paramLabel = "TEXT", description = "What changed.")
  private String note = "";

  @Option(names = "--clear-away", description = "Delete what was brought in where it came from.")
  private boolean clearAway;

  @Option(
      names = "--despite-doubts",
      description = "Bring it in although something speaks against it.")
  private boolean despiteDoubts;

  /** Where it goes. */
  static final class Where {
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
  public Integer call() throws IOException {
    return root.answer(
        office -> {
          List<Path> arrivals = office.intake().files(files.stream().map(root::resolve).toList());
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
          return suggested(office, office.intake().suggest(arrivals, Progress.NONE));
        });
  }

  private Answer onto(Office office, Path arrival) throws IOException {
    FileRef target = office.addresses().file(where.onto.orElseThrow(), root.terminal().folder());
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
      return new Answer(node, text, MendedLeafCommand.NOT_DONE);
    }
    Intake.Done done = office.intake().bringIn(arrival, target, note, clearAway);
    return Answer.done(node, taken(office, one, done, arrival));
  }

  private Answer fresh(Office office, Path arrival) throws IOException {
    Addresses.Place place =
        office.addresses().place(where.fresh.orElseThrow(), root.terminal().folder());
    ObjectNode node = Json.object();
    ObjectNode one = node.putArray("arrivals").addObject().put("arrival", arrival.toString());
    one.putArray("candidates");
    one.putArray("guard");
    Intake.Done done =
        office.intake().bringInNew(arrival, place.shelf(), place.path(), note, clearAway);
    return Answer.done(node, taken(office, one, done, arrival));
  }

  private static String taken(Office office, ObjectNode one, Intake.Done done, Path arrival)
      throws IOException {
    FileLife life = office.files().life(done.file());
    ObjectNode taken = one.putObject("taken");
    Json.putPath(taken.putObject("file").put("id", life.file().id()), life.file().path());
    taken.put("revision", done.brought().revision()).put("undo", done.brought().act());
    taken.put("clearedAway", done.cleared());
    return "%s is %s of %s now. To take it back: mended-leaf undo %d%n"
        .formatted(
            arrival.getFileName(),
            FileLife.numbered(done.brought().revision()),
            life.file().path().shown(),
            done.brought().act());
  }

  private Answer suggested(Office office, List<Suggestion> suggestions) throws IOException {
    ObjectNode node = Json.object();
    ArrayNode arrivals = node.putArray("arrivals");
    StringBuilder text = new StringBuilder();
    for (Suggestion suggestion : suggestions) {
      ObjectNode one = arrivals.addObject().put("arrival", suggestion.arrival().toString());
      List<String> doubts = new DoubtText(office).of(suggestion.doubts());
      ArrayNode candidates = one.putArray("candidates");
      ArrayNode guard = one.putArray("guard");
      doubts.forEach(guard::add);
      text.append(suggestion.arrival()).append(System.lineSeparator());
      if (suggestion.matches().isEmpty()) {
        text.append("  is like nothing on a shelf%n".formatted());
      }
      for (Match<FileRef> match :
          suggestion.matches().subList(0, Math.min(SHOWN, suggestion.matches().size()))) {
        candidate(office, candidates.addObject(), text, match);
      }
      doubts.forEach(doubt -> text.append("  but %s%n".formatted(doubt)));
      if (suggestion.same().isPresent()) {
        same(office, one, text, suggestion.same().get());
      } else if (where.takeConfident && suggestion.isPlain()) {
        FileRef target = suggestion.first().orElseThrow().candidate().file();
        Intake.Done done = office.intake().bringIn(suggestion.arrival(), target, note, clearAway);
        text.append("  ").append(taken(office, one, done, suggestion.arrival()));
      }
    }
    return Answer.done(node, text.toString());
  }

  private static void candidate(
      Office office, ObjectNode node, StringBuilder text, Match<FileRef> match) throws IOException {
    FileLife life = office.files().life(match.candidate().file());
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    node.put("confidence", Math.round(match.likelihood() * 1000) / 1000.0);
    node.put("confident", match.confident());
    ArrayNode reasons = node.putArray("reasons");
    List<String> why = Reasons.of(match.evidence());
    why.forEach(reasons::add);
    text.append(
        "  %s %s: %s%n"
            .formatted(
                match.confident() ? "replaces" : "may replace",
                life.file().path().shown(),
                String.join(", ", why)));
  }

  private static void same(
      Office office, ObjectNode node, StringBuilder text, Suggestion.SameAs same)
      throws IOException {
    FileLife life = office.files().life(same.file());
    ObjectNode there = node.putObject("sameAs");
    Json.putPath(there.putObject("file").put("id", life.file().id()), life.file().path());
    there.put("revision", same.revision()).put("current", same.current());
    text.append(
        "  is exactly %s of %s%s%n"
            .formatted(
                FileLife.numbered(same.revision()),
                life.file().path().shown(),
                same.current() ? ", which is the current one" : ""));
  }
}
