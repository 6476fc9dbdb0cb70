package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Shows and sets who may do what on a shelf. */
@Command(
    name = "people",
    mixinStandardHelpOptions = true,
    description = {
      "Show or say who may do what on a shelf: looker, maker or keeper.",
      "\"people SHELF\" shows it."
    })
final class PeopleCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "SHELF", arity = "0..1")
  private Optional<String> name = Optional.empty();

  @Override
  public Integer call() throws IOException {
    if (name.isEmpty()) {
      root.terminal().err().println("Which shelf? Write: mended-leaf people SHELF");
      return Exit.WRONG_USAGE;
    }
    return root.answer(office -> answer(office.shelves().named(name.get())));
  }

  @Command(
      name = "set",
      mixinStandardHelpOptions = true,
      description = "Give a person a role; \"none\" makes them like the others.")
  int set(
      @Parameters(paramLabel = "SHELF") String shelf,
      @Parameters(paramLabel = "PERSON") String person,
      @Parameters(paramLabel = "ROLE", description = "looker, maker, keeper or none.") String role)
      throws IOException {
    return root.answer(
        office ->
            answer(
                office
                    .recordingAndPeople()
                    .person(
                        office.shelves().named(shelf),
                        person,
                        role.equals("none") ? Optional.empty() : Optional.of(role(role)))));
  }

  @Command(
      name = "others",
      mixinStandardHelpOptions = true,
      description = "Say what everybody may who is not named.")
  int others(
      @Parameters(paramLabel = "SHELF") String shelf, @Parameters(paramLabel = "ROLE") String role)
      throws IOException {
    return root.answer(
        office ->
            answer(office.recordingAndPeople().others(office.shelves().named(shelf), role(role))));
  }

  static Role role(String word) throws SentenceException {
    return Role.of(word)
        .orElseThrow(
            () ->
                new SentenceException(
                    "“%s” is no role; there are looker, maker and keeper. Nothing was changed."
                        .formatted(word)));
  }

  private static Answer answer(Shelf shelf) {
    People people = shelf.settings().people();
    ObjectNode node = Json.object();
    node.put("shelf", shelf.name());
    ArrayNode array = node.putArray("people");
    StringBuilder text = new StringBuilder();
    people
        .named()
        .forEach(
            (person, role) -> {
              array.addObject().put("person", person).put("role", role.word());
              text.append("%s: %s%n".formatted(person, role.word()));
            });
    node.put("others", people.others().word());
    text.append("Everybody else: %s%n".formatted(people.others().word()));
    return Answer.done(node, text.toString());
  }
}
