package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.RemnantAnswer;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.core.keeping.Erasures;
import org.mendedleaf.core.keeping.Remnant;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Destroys revisions for good; without the name typed it only tells what that would do. */
@Command(
    name = "erase",
    description = {
      "Destroy revisions for good. Nothing brings them back.",
      "Without --confirm it only tells what would go."
    })
final class EraseCommand extends OfficeCommand {

  @Mixin private FileArgument file;

  @ArgGroup(multiplicity = "1")
  private Which which;

  @Option(
      names = "--confirm",
      paramLabel = "NAME",
      description = "The file's name, typed by whoever wants this.")
  private String name;

  /** Which revisions go. */
  private static final class Which {
    @Option(names = "--revision", paramLabel = "R", description = "One revision; may be repeated.")
    private List<String> revisions = List.of();

    @Option(names = "--all", description = "The file with all its history and its names.")
    private boolean all;
  }

  @Option(
      names = "--name-in-ledger",
      description = "Let the ledger keep what the file was called; else it keeps no name.")
  private boolean nameInLedger;

  @Option(
      names = "--call-off",
      description = "Call off an erasure that was asked for and has not taken effect.")
  private boolean callOff;

  @Option(
      names = "--clock-is-right",
      description = "Say that the clock is right where it seems to have jumped ahead.")
  private boolean clockIsRight;

  @Override
  Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    Set<Integer> numbers = new TreeSet<>();
    // Without numbers it is everything.
    for (String revision : which.all ? List.<String>of() : which.revisions) {
      numbers.add(Addresses.revision(revision, life));
    }
    if (callOff) {
      return calledOff(office, life, numbers);
    }
    Erasures.Consequences told = office.erasures().rehearse(life.ref(), numbers);
    ObjectNode node = json(told);
    Optional<Instant> delayed = office.askedErasures().effectiveFrom(life.ref());
    delayed.ifPresent(from -> node.put("effectiveFrom", from.toString()));
    if (name == null) {
      node.put("erased", false);
      return Answer.done(
          node,
          text(told)
              + delayed.map(from -> later(from, office) + "%n".formatted()).orElse("")
              + "Nothing was erased. To do it, add: --confirm \"%s\"%n"
                  .formatted(life.file().path().name()));
    }
    // Another name than the file's is refused below.
    if (isDue(office, life, numbers) && name.equals(life.file().path().name())) {
      int erased = office.askedErasures().eraseDue(life.shelf(), clockIsRight);
      return Answer.done(
          node.put("erased", true),
          "The delay is over: %d %s erased.%n"
              .formatted(erased, erased == 1 ? "revision is" : "revisions are"));
    }
    if (delayed.isPresent()) {
      AskedErasures.AskedErasure asked =
          office.askedErasures().ask(life.ref(), numbers, name, nameInLedger);
      node.put("erased", false).put("effectiveFrom", asked.until().toString());
      return Answer.done(
          node,
          "Asked for: %s. %s It can be called off until then: add --call-off.%n"
              .formatted(numbered(told.revisions()), later(asked.until(), office)));
    }
    Erasures.ErasureDone erased = office.erasures().erase(life.ref(), numbers, name, nameInLedger);
    node.put("erased", true).put("act", erased.act()).put("freed", erased.freed());
    List<Remnant> remnants = office.erasureReach().of(life.ref().store(), erased.act());
    RemnantAnswer.put(node.putArray("reach"), remnants);
    return Answer.done(
        node,
        "Erased: %s. %s%n".formatted(numbered(told.revisions()), space("are", erased.freed()))
            + RemnantAnswer.text(remnants, office.settings().zone())
            + "“mended-leaf receipt %d” tells what of that is left later.%n"
                .formatted(erased.act()));
  }

  private static Answer calledOff(Office office, FileLife life, Set<Integer> numbers)
      throws IOException {
    int kept = office.askedErasures().callOff(life.ref(), numbers);
    return Answer.done(
        called(life).put("calledOff", kept),
        "%d %s of %s will not be erased.%n"
            .formatted(kept, kept == 1 ? "revision" : "revisions", life.file().path().shown()));
  }

  /** Whether all of these were asked for, and the delay is over. */
  private static boolean isDue(Office office, FileLife life, Set<Integer> numbers) {
    Optional<AskedErasures.AskedErasure> already = office.askedErasures().of(life);
    return already
        .filter(asked -> !asked.until().isAfter(office.settings().clock().instant()))
        .filter(
            asked -> numbers.isEmpty() ? asked.everything() : asked.numbers().containsAll(numbers))
        .isPresent();
  }

  private static String later(Instant from, Office office) {
    return "In this store erasing takes effect later: on %s."
        .formatted(Text.moment(from, office.settings().zone()));
  }

  private static ObjectNode called(FileLife life) {
    ObjectNode node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    return node;
  }

  private static ObjectNode json(Erasures.Consequences told) {
    ObjectNode node = called(told.life());
    ArrayNode revisions = node.putArray("revisions");
    told.revisions().forEach(revision -> revisions.add(revision.number()));
    node.put("everything", told.everything());
    told.current().ifPresent(revision -> node.put("current", revision.number()));
    node.put("liesThere", told.liesThere());
    ArrayNode issued = node.putArray("issued");
    told.issued().forEach(revision -> issued.add(revision.number()));
    ArrayNode held = node.putArray("held");
    told.held().forEach(revision -> held.add(revision.number()));
    told.snapshots().forEach(node.putArray("snapshots")::add);
    told.elsewhere().forEach(node.putArray("elsewhere")::add);
    return node.put("freed", told.freed()).put("unused", told.unused());
  }

  private static String text(Erasures.Consequences told) {
    StringBuilder text = new StringBuilder();
    text.append("Would be erased for good: %s.%n".formatted(numbered(told.revisions())));
    if (told.everything()) {
      text.append("Nothing is left of the file then, not even its name.\n");
    } else {
      told.current()
          .ifPresent(
              newest ->
                  text.append(
                      "The newest is %s then.%n".formatted(Revision.numbered(newest.number()))));
    }
    if (told.liesThere()) {
      text.append(
          "The file in its folder is not touched, and the next capture records it again if it still holds this.\n");
    }
    for (Revision issued : told.issued()) {
      text.append(
          "%s was given out as issue %s.%n"
              .formatted(
                  Revision.numbered(issued.number()),
                  told.life().marks(issued).issue().orElseThrow().letters()));
    }
    for (Revision held : told.held()) {
      text.append(
          "%s is held and must be released first.%n".formatted(Revision.numbered(held.number())));
    }
    told.snapshots().forEach(label -> text.append("The snapshot “%s” has it.%n".formatted(label)));
    told.elsewhere()
        .forEach(
            other ->
                text.append("The same content stays in the history of %s.%n".formatted(other)));
    text.append(space("would be", told.freed())).append('\n');
    if (told.unused() > 0) {
      text.append(
          "This counts %s of files that were out of use already and go with it.%n"
              .formatted(Text.size(told.unused())));
    }
    return text.toString();
  }

  private static String space(String are, long freed) {
    return freed >= 0
        ? "The store's files %s %s smaller.".formatted(are, Text.size(freed))
        : "The store's files %s %s larger, since what leant on this is written anew."
            .formatted(are, Text.size(-freed));
  }

  private static String numbered(List<Revision> revisions) {
    return revisions.stream()
        .map(revision -> Revision.numbered(revision.number()))
        .collect(Collectors.joining(", "));
  }
}
