package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.SuggestionAnswer;
import org.mendedleaf.core.arrivals.ArrivalFolders;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What waits in the folders in which files arrive. */
@Command(
    name = "arrivals",
    description = {
      "Show what waits in the chosen folders, newest first, and what each most likely replaces.",
      "With --admit, what shelves admit automatically is brought in."
    })
final class ArrivalsCommand extends OfficeCommand {

  @Option(
      names = "--admit",
      description =
          "Bring in same-named arrivals for shelves that admit them, where nothing speaks against it.")
  private boolean admit;

  @Override
  Answer answer(Office office) throws IOException {
    List<ArrivalFolders.Arrival> waiting = office.arrivals().waiting();
    List<Suggestion> suggestions =
        office
            .intake()
            .suggest(waiting.stream().map(ArrivalFolders.Arrival::file).toList(), Progress.NONE);
    ObjectNode node = Json.object();
    ArrayNode folders = node.putArray("folders");
    office.arrivals().folders().forEach(folder -> folders.add(folder.toString()));
    ArrayNode arrivals = node.putArray("arrivals");
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < waiting.size(); i++) {
      ObjectNode one = arrivals.addObject();
      new SuggestionAnswer(office)
          .add(suggestions.get(i), one, text, (suggestion, newAt, of) -> admit(suggestion, of));
      ArrayNode doubles = one.putArray("doubles");
      for (Path other : waiting.get(i).doubles()) {
        doubles.add(other.toString());
        text.append("  the same lies there as %s%n".formatted(other.getFileName()));
      }
    }
    if (folders.isEmpty()) {
      text.append(
          "No folder is looked through for arrivals. Choose one: mended-leaf arrivals folder DIR%n"
              .formatted());
    } else if (waiting.isEmpty()) {
      text.append("Nothing waits.%n".formatted());
    }
    return Answer.done(node, text.toString());
  }

  private Optional<Intake.TakenIn> admit(Suggestion suggestion, Office office) throws IOException {
    Optional<Intake.TakenIn> done = admit ? office.intake().admit(suggestion) : Optional.empty();
    if (done.isPresent()) {
      office.arrivals().dismiss(List.of(suggestion.arrival()));
    }
    return done;
  }

  @Command(
      name = "folder",
      mixinStandardHelpOptions = true,
      description = "Look for arrivals in a folder from now on.")
  int folder(
      @Parameters(paramLabel = "DIR") Path folder,
      @Option(names = "--no-longer", description = "Look there no longer.") boolean noLonger)
      throws IOException {
    return root()
        .answer(
            office -> {
              if (noLonger) {
                office.arrivals().remove(root().resolve(folder));
              } else {
                office.arrivals().add(root().resolve(folder));
              }
              return folders(office);
            });
  }

  private static Answer folders(Office office) throws IOException {
    ObjectNode node = Json.object();
    ArrayNode folders = node.putArray("folders");
    List<String> lines = new ArrayList<>();
    for (Path one : office.arrivals().folders()) {
      folders.add(one.toString());
      lines.add("Arrivals are looked for in %s%n".formatted(one));
    }
    return Answer.done(
        node, lines.isEmpty() ? "Arrivals are looked for nowhere.\n" : String.join("", lines));
  }

  @Command(
      name = "dismiss",
      mixinStandardHelpOptions = true,
      description = "Do not offer a file again; it stays where it is.")
  int dismiss(@Parameters(paramLabel = "FILE", arity = "1..*") List<Path> files)
      throws IOException {
    return root()
        .answer(
            office -> {
              List<Path> these = files.stream().map(root()::resolve).toList();
              for (Path one : these) {
                if (Files.notExists(one)) {
                  throw new SentenceException(
                      "There is no file %s. Nothing was dismissed.".formatted(one));
                }
              }
              office.arrivals().dismiss(these);
              return folders(office);
            });
  }

  @Command(
      name = "same-named",
      mixinStandardHelpOptions = true,
      description = "Say whether a shelf lets same-named arrivals become revisions automatically.")
  int sameNamed(
      @Parameters(paramLabel = "SHELF") String name,
      @Parameters(paramLabel = "by-themselves|ask") String wanted)
      throws IOException {
    return root()
        .answer(
            office -> {
              if (!wanted.equals("by-themselves") && !wanted.equals("ask")) {
                throw new SentenceException(
                    "Same-named arrivals come in “by-themselves”, or “ask”, not “%s”. Nothing was changed."
                        .formatted(wanted));
              }
              boolean admits = wanted.equals("by-themselves");
              Shelf shelf =
                  office.recordingAndPeople().admits(office.shelves().named(name), admits);
              String text =
                  admits
                      ? "Same-named arrivals become revisions of files on %s automatically where nothing speaks against it.%n"
                      : "Arrivals for %s wait until somebody brings them in.%n";
              return Answer.done(Json.shelf(shelf), text.formatted(shelf.name()));
            });
  }
}
