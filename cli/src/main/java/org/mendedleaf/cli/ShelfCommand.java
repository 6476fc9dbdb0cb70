package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** The protected folders. */
@Command(
    name = "shelf",
    mixinStandardHelpOptions = true,
    description = "Add, list and bind shelves: the folders that are recorded.")
final class ShelfCommand {

  @ParentCommand private MendedLeafCommand root;

  @Command(
      name = "add",
      mixinStandardHelpOptions = true,
      description = "Begin to protect a folder.")
  int add(
      @Parameters(paramLabel = "FOLDER", arity = "0..1") Path folder,
      @Option(
              names = "--deposit",
              description = "A shelf without a folder: revisions are brought in.")
          boolean deposit,
      @Option(names = "--store", paramLabel = "DIR", required = true) Path store,
      @Option(names = "--name", paramLabel = "N") Optional<String> name,
      @Option(
              names = "--others",
              paramLabel = "ROLE",
              defaultValue = "maker",
              description = "What everybody else may: ${DEFAULT-VALUE}.")
          String others,
      @Option(
              names = "--not-yet",
              description = "Its recording is switched on later, by \"recording\".")
          boolean notYet,
      @Option(
              names = "--plan",
              paramLabel = "NAME",
              defaultValue = ReadyPlans.FIRST_CHOICE,
              description = "A ready plan, or “none”: ${DEFAULT-VALUE}.")
          String plan,
      @Option(
              names = "--rhythm",
              paramLabel = "SENTENCE",
              defaultValue = "on save",
              description = "How often it is recorded: ${DEFAULT-VALUE}.")
          String rhythm)
      throws IOException {
    return root.answer(
        office -> {
          People people =
              new People(
                  Map.of(office.settings().person(), Role.KEEPER), PeopleCommand.role(others));
          if (deposit != (folder == null)) {
            throw new SentenceException(
                "A shelf is either a folder or, with --deposit, a name without one. Nothing was made.");
          }
          if (deposit) {
            Shelf made = office.shelves().addDeposit(root.resolve(store), name.orElse(""), people);
            return Answer.done(Json.shelf(made), line(made));
          }
          Shelf shelf =
              office
                  .shelves()
                  .add(
                      root.resolve(folder),
                      root.resolve(store),
                      name,
                      people,
                      notYet ? Recording.NOT_YET : Recording.ON,
                      plan(office, plan, rhythm));
          if (ShelfPlaces.sameDrive(root.resolve(folder), root.resolve(store))) {
            root.terminal()
                .err()
                .println(
                    "The store lies on the same drive as the folder: if that drive fails, both are gone.");
          }
          return Answer.done(
              Json.shelf(shelf), line(shelf) + recordedHow(office.plans().of(shelf), shelf));
        });
  }

  private static Optional<NamedPlan> plan(Office office, String name, String rhythm)
      throws SentenceException {
    if (name.equals("none")) {
      return Optional.empty();
    }
    ZoneId zone = office.settings().zone();
    Rhythm wanted =
        Rhythm.parse(rhythm)
            .orElseThrow(
                () ->
                    new SentenceException(
                        "“%s” is no rhythm, as “on save” or “every 20 minutes” is. Nothing was made."
                            .formatted(rhythm)));
    return Optional.of(
        ReadyPlans.named(name, zone, DayOfWeek.MONDAY)
            .orElseThrow(
                () ->
                    new SentenceException(
                        "There is no ready plan “%s”; there are %s, and “none”. Nothing was made."
                            .formatted(
                                name,
                                ReadyPlans.of(zone, DayOfWeek.MONDAY).stream()
                                    .map(NamedPlan::name)
                                    .collect(Collectors.joining(", ")))))
            .captured(wanted));
  }

  private static String recordedHow(Optional<NamedPlan> plan, Shelf shelf) {
    boolean byHand = plan.isEmpty() || plan.get().rhythm().equals(Rhythm.byHand());
    return byHand
        ? "It is recorded only when somebody says so: mended-leaf capture \"%s\"%n"
            .formatted(shelf.name())
        : "It is recorded %s as long as the window is open or keep-watch runs, and kept by “%s”. The first capture: mended-leaf capture \"%s\"%n"
            .formatted(plan.get().rhythm().sentence(), plan.get().name(), shelf.name());
  }

  @Command(name = "list", mixinStandardHelpOptions = true, description = "Show the shelves.")
  int list() throws IOException {
    return root.answer(
        office -> {
          ObjectNode node = Json.object();
          ArrayNode array = node.putArray("shelves");
          StringBuilder text = new StringBuilder();
          for (Shelf shelf : office.shelves().all()) {
            array.add(Json.shelf(shelf));
            text.append(line(shelf));
          }
          return Answer.done(node, text.isEmpty() ? "No shelf yet.\n" : text.toString());
        });
  }

  @Command(
      name = "bind",
      mixinStandardHelpOptions = true,
      description = "Bind a shelf that a store knows to a folder here.")
  int bind(
      @Parameters(paramLabel = "SHELF") String name, @Parameters(paramLabel = "FOLDER") Path folder)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().bind(office.shelves().named(name), root.resolve(folder));
          return Answer.done(Json.shelf(shelf), line(shelf));
        });
  }

  @Command(
      name = "notes",
      mixinStandardHelpOptions = true,
      description = "Say whether bringing in needs a note.")
  int notes(
      @Parameters(paramLabel = "SHELF") String name,
      @Parameters(paramLabel = "required|optional") String wanted)
      throws IOException {
    return root.answer(
        office -> {
          if (!wanted.equals("required") && !wanted.equals("optional")) {
            throw new SentenceException(
                "Notes are “required” or “optional”, not “%s”. Nothing was changed."
                    .formatted(wanted));
          }
          Shelf shelf =
              office
                  .recordingAndPeople()
                  .noteRequired(office.shelves().named(name), wanted.equals("required"));
          return Answer.done(Json.shelf(shelf), line(shelf));
        });
  }

  @Command(
      name = "stages",
      mixinStandardHelpOptions = true,
      description = "Say whether drafts are told from issued revisions.")
  int stages(
      @Parameters(paramLabel = "SHELF") String name,
      @Parameters(paramLabel = "on|off") String wanted)
      throws IOException {
    return root.answer(
        office -> {
          if (!wanted.equals("on") && !wanted.equals("off")) {
            throw new SentenceException(
                "Stages are “on” or “off”, not “%s”. Nothing was changed.".formatted(wanted));
          }
          Shelf shelf =
              office.recordingAndPeople().stages(office.shelves().named(name), wanted.equals("on"));
          return Answer.done(Json.shelf(shelf), line(shelf));
        });
  }

  private static String line(Shelf shelf) {
    return "%s: %s, %s, %d files, %d revisions, store %s%n"
        .formatted(
            shelf.name(),
            shelf.folder().map(Path::toString).orElse("no folder here"),
            shelf.recording().words(),
            shelf.files(),
            shelf.revisions(),
            shelf.storeFolder());
  }
}
