package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.People;
import org.mendedleaf.core.catalog.Role;
import org.mendedleaf.core.catalog.ShelfSettings.Recording;
import org.mendedleaf.core.office.SentenceException;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.office.ShelfPlaces;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** The protected folders. */
@Command(name = "shelf", description = "Add, list and bind shelves: the folders that are recorded.")
final class ShelfCommand {

  @ParentCommand private MendedLeafCommand root;

  @Command(name = "add", description = "Begin to protect a folder.")
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
          boolean notYet)
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
                      notYet ? Recording.NOT_YET : Recording.ON);
          if (ShelfPlaces.sameDrive(root.resolve(folder), root.resolve(store))) {
            root.terminal()
                .err()
                .println(
                    "The store lies on the same drive as the folder: if that drive fails, both are gone.");
          }
          return Answer.done(Json.shelf(shelf), line(shelf));
        });
  }

  @Command(name = "list", description = "Show the shelves.")
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

  @Command(name = "bind", description = "Bind a shelf that a store knows to a folder here.")
  int bind(
      @Parameters(paramLabel = "SHELF") String name, @Parameters(paramLabel = "FOLDER") Path folder)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().bind(office.shelves().named(name), root.resolve(folder));
          return Answer.done(Json.shelf(shelf), line(shelf));
        });
  }

  @Command(name = "notes", description = "Say whether bringing in needs a note.")
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
              office.care().noteRequired(office.shelves().named(name), wanted.equals("required"));
          return Answer.done(Json.shelf(shelf), line(shelf));
        });
  }

  @Command(name = "stages", description = "Say whether drafts are told from issued revisions.")
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
          Shelf shelf = office.care().stages(office.shelves().named(name), wanted.equals("on"));
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
