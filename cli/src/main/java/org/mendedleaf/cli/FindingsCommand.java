package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.FindingAnswer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
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
      "last good state; many that were hurt at once are one event. “findings meant” says that one is as it",
      "was meant, “findings decide” the same of an event, “findings mend” puts all of it back."
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
      var unusedFirst = office.screenings().screenFirst(store, EXAMINING, Progress.NONE);
    }
    FindingAnswer words = new FindingAnswer(office.settings().zone());
    ObjectNode node = Json.object();
    ArrayNode all = node.putArray("findings");
    ArrayNode events = node.putArray("events");
    StringBuilder text = new StringBuilder();
    for (Shelf shelf : shelves) {
      for (ShelfEvent event : office.massEvents().of(shelf)) {
        events.add(words.json(event));
        text.append(event.needsPerson() ? words.text(event) : "");
      }
    }
    for (Shelf shelf : shelves) {
      for (DoubtfulFile one : office.screenings().doubtful(shelf)) {
        Optional<Instant> until =
            one.lastGood().isPresent() && one.first().strength().isDamage()
                ? office.keptByFinding().until(one.ref(), one.lastGood().get().number())
                : Optional.empty();
        all.add(words.json(one, until));
        text.append(words.text(one, until));
      }
    }
    if (text.length() == 0) {
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

  @Command(
      name = "decide",
      mixinStandardHelpOptions = true,
      description =
          "Say that a mass event was meant: what stood before it is no longer kept for its sake.")
  int decide(
      @Parameters(paramLabel = "SHELF") String shelf,
      @Parameters(
              paramLabel = "EVENT",
              description = "Its number, as “findings” lists it, or “last”.")
          String event,
      @Option(
              names = "--why",
              defaultValue = "",
              description = "Your reason, for those who find it later.")
          String why)
      throws IOException {
    return root()
        .answer(
            office -> {
              Shelf of = office.shelves().named(shelf);
              long number = event(office, of, event).event().first();
              long act = office.massEvents().decide(of, number, why);
              ObjectNode node = Json.object();
              node.put("shelf", of.name()).put("event", number).put("act", act);
              return Answer.done(node, "Event %d on %s was meant.%n".formatted(number, of.name()));
            });
  }

  @Command(
      name = "mend",
      mixinStandardHelpOptions = true,
      description = {
        "Put every damaged file of a shelf back to its last good state, or all that a mass event hurt",
        "to what it was just before."
      })
  int mend(
      @Parameters(paramLabel = "SHELF") String shelf,
      @Option(names = "--event", paramLabel = "EVENT") Optional<String> event,
      @Option(names = "--rehearse", description = "Only say what would be done.") boolean rehearse)
      throws IOException {
    return root()
        .answer(
            office -> {
              Shelf of = office.shelves().named(shelf);
              var unused = office.screenings().screen(of.store(), EXAMINING, Progress.NONE);
              Tray tray =
                  event.isPresent()
                      ? event(office, of, event.get()).tray()
                      : office.screenings().tray(of);
              if (tray.entries().isEmpty()) {
                throw new SentenceException(
                    "Nothing on “%s” is damaged and has a good state to go back to. Nothing was changed."
                        .formatted(of.name()));
              }
              return new RecoveryAnswer(office).to(tray, Optional.empty(), rehearse);
            });
  }

  private static ShelfEvent event(Office office, Shelf shelf, String number) throws IOException {
    return office.massEvents().of(shelf).stream()
        .filter(one -> number.equals("last") || number.equals(Long.toString(one.event().first())))
        .findFirst()
        .orElseThrow(
            () ->
                new SentenceException(
                    "On “%s” there is no mass event %s. Nothing was changed."
                        .formatted(shelf.name(), number)));
  }
}
