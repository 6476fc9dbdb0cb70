package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.LeftoverAnswer;
import org.mendedleaf.cli.answers.SuggestionAnswer;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.LeftoverPlaces;
import org.mendedleaf.core.leftovers.LeftoverRule;
import org.mendedleaf.core.leftovers.Leftovers;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Copies that programs left. */
@Command(
    name = "leftovers",
    description = {
      "List the copies that programs left on shelves and in scratch folders: whose they are, and whether",
      "they are newer than anything recorded, the only survivor, older, the same as a revision, or damaged."
    })
final class LeftoversCommand extends OfficeCommand {

  @Parameters(
      arity = "0..1",
      paramLabel = "FOLDER",
      description = "Those in this folder alone; by default all that are found.")
  private @Nullable Path folder;

  @Override
  Answer answer(Office office) throws IOException {
    Path in = folder == null ? null : root().resolve(folder);
    if (in != null && !Files.isDirectory(in)) {
      throw new SentenceException("There is no folder %s.".formatted(in));
    }
    Leftovers.LookedForLeftovers looked = office.leftovers().look(Progress.NONE);
    List<Leftover> some =
        in == null
            ? looked.leftovers()
            : looked.leftovers().stream().filter(one -> one.path().startsWith(in)).toList();
    return new LeftoverAnswer(office.settings().zone())
        .of(some, looked.places(), looked.dismissed().size());
  }

  @Command(
      name = "dismiss",
      mixinStandardHelpOptions = true,
      description = "Say no more of a leftover until it is saved anew; it stays where it is.")
  int dismiss(
      @Parameters(paramLabel = "PATH") Path path,
      @Option(names = "--no-longer", description = "Say it again instead.") boolean noLonger)
      throws IOException {
    return root()
        .answer(
            office -> {
              Leftover one = office.leftovers().at(root().resolve(path), Progress.NONE);
              office.leftovers().dismiss(one, !noLonger);
              ObjectNode node = Json.object();
              node.put("path", one.path().toString()).put("dismissed", !noLonger);
              return Answer.done(
                  node,
                  (noLonger
                          ? "%s is listed again.%n"
                          : "Nothing more is said of %s as long as it stays as it is.%n")
                      .formatted(one.path()));
            });
  }

  @Command(
      name = "take",
      mixinStandardHelpOptions = true,
      description = {
        "Make a leftover the next revision of its file, or the missing file under its proper name and kind;",
        "the leftover stays where it is."
      })
  int take(
      @Parameters(paramLabel = "PATH") Path path,
      @Option(names = "--note", defaultValue = "", description = "What it is, for others.")
          String note,
      @Option(names = "--anyway", description = "Also if it looks damaged.") boolean anyway)
      throws IOException {
    return root()
        .answer(
            office -> {
              Leftover one = office.leftovers().at(root().resolve(path), Progress.NONE);
              Intake.TakenIn done = office.leftovers().take(one, note, anyway);
              ObjectNode node = Json.object();
              return Answer.done(node, new SuggestionAnswer(office).taken(node, done, one.path()));
            });
  }

  @Command(
      name = "rule",
      mixinStandardHelpOptions = true,
      description = {
        "List the rules by which leftovers are told from their names, or add one: {name}.bak = {name}, or",
        "{stem}.sav = {stem}.* where the ending is replaced; * stands for any characters."
      })
  int rule(
      @Parameters(paramLabel = "RULE", arity = "0..1") @Nullable String rule,
      @Option(names = "--no-longer", description = "Take it away instead.") boolean noLonger)
      throws IOException {
    return root()
        .answer(
            office -> {
              LeftoverPlaces places = office.leftovers().places();
              if (rule != null && noLonger) {
                places.remove(LeftoverRule.parse(rule));
              } else if (rule != null) {
                places.add(LeftoverRule.parse(rule));
              }
              ObjectNode node = Json.object();
              ArrayNode rules = node.putArray("rules");
              StringBuilder text = new StringBuilder();
              for (LeftoverRule one : places.rules()) {
                rules.add(one.text());
                text.append("%s%n".formatted(one.text()));
              }
              return Answer.done(node, text.toString());
            });
  }

  @Command(
      name = "folder",
      mixinStandardHelpOptions = true,
      description = "List the scratch folders in which leftovers are looked for, or add one.")
  int folder(
      @Parameters(paramLabel = "DIR", arity = "0..1") @Nullable Path added,
      @Option(names = "--no-longer", description = "Look there no longer.") boolean noLonger)
      throws IOException {
    return root()
        .answer(
            office -> {
              LeftoverPlaces places = office.leftovers().places();
              if (added != null && noLonger) {
                places.remove(root().resolve(added));
              } else if (added != null) {
                places.add(root().resolve(added));
              }
              ObjectNode node = Json.object();
              ArrayNode folders = node.putArray("folders");
              StringBuilder text = new StringBuilder();
              for (Path one : places.folders()) {
                folders.add(one.toString());
                text.append("Leftovers are looked for in %s%n".formatted(one));
              }
              return Answer.done(
                  node,
                  text.isEmpty()
                      ? "Leftovers are looked for on shelves only.%n".formatted()
                      : text.toString());
            });
  }
}
