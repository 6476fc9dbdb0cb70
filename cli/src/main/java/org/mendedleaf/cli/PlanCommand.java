package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.ForecastAnswer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.Forecasts;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanDifference;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.session.SavedFile;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.space.StoreSpace;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Shows and sets what a shelf keeps, and for how long. */
@Command(
    name = "plan",
    mixinStandardHelpOptions = true,
    description = "Show, choose and rehearse what is kept of a shelf. Nothing is let go by this.")
final class PlanCommand {

  private static final int SHOWN = 40;

  @ParentCommand private MendedLeafCommand root;

  /** Which plan is meant. */
  static final class PlanWanted {
    @Option(
        names = "--ready",
        paramLabel = "NAME",
        description =
            "A ready plan: “Safety net”, “Office memory”, “As long as there is room” or “Archive”.")
    private Optional<String> ready = Optional.empty();

    @Option(
        names = "--file",
        paramLabel = "JSON",
        description = "A plan in a file, as docs/plan.schema.json says it.")
    private Optional<Path> file = Optional.empty();
  }

  @Command(
      name = "show",
      mixinStandardHelpOptions = true,
      description = "Show the plan of a shelf.")
  int show(@Parameters(paramLabel = "SHELF") String name) throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          Optional<NamedPlan> plan = office.plans().of(shelf);
          if (plan.isEmpty()) {
            ObjectNode node = Json.object().put("shelf", shelf.name()).putNull("plan");
            return Answer.done(
                node, "%s has no plan: everything is kept.%n".formatted(shelf.name()));
          }
          return answer(plan.get(), office.plans().sharing(shelf, plan.get().name()));
        });
  }

  @Command(
      name = "set",
      mixinStandardHelpOptions = true,
      description = "Give a shelf a plan; shelves that have one of that name get it too.")
  int set(
      @Parameters(paramLabel = "SHELF") String name,
      @ArgGroup(multiplicity = "1") PlanWanted wanted,
      @Option(
              names = "--keep-nothing",
              description = "Confirms a plan that keeps nothing but what is current.")
          boolean keepNothing)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          NamedPlan plan = wanted(office, wanted).orElseThrow();
          if (plan.keepsNothing() && !keepNothing) {
            throw new SentenceException(
                "“%s” keeps nothing but what is current: every earlier revision on its shelves would be let go. Nothing was changed; with --keep-nothing it is."
                    .formatted(plan.name()));
          }
          return answer(plan, office.plans().chooseConfirmed(shelf, plan));
        });
  }

  @Command(
      name = "call-off",
      mixinStandardHelpOptions = true,
      description = "Give a shelf its former plan again, as long as that still counts.")
  int callOff(@Parameters(paramLabel = "SHELF") String name) throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          List<Shelf> shelves = office.plans().callOff(shelf);
          return answer(office.plans().of(shelf).orElseThrow(), shelves);
        });
  }

  @Command(
      name = "export",
      mixinStandardHelpOptions = true,
      description = "Write the plan of a shelf to a file, which --file reads again.")
  int export(
      @Parameters(paramLabel = "SHELF") String name,
      @Parameters(paramLabel = "JSON") Path to,
      @Option(names = "--replace", description = "Also where a file of that name is there already.")
          boolean replace)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          NamedPlan plan =
              office
                  .plans()
                  .of(shelf)
                  .orElseThrow(
                      () ->
                          new SentenceException(
                              "%s has no plan, so nothing was written.".formatted(shelf.name())));
          Path file = root.resolve(to);
          SavedFile.write(
              file,
              replace,
              out ->
                  out.write(
                      (PlanFormat.encode(plan).toPrettyString() + "\n")
                          .getBytes(StandardCharsets.UTF_8)));
          return Answer.done(
              Json.object().put("plan", plan.name()).put("file", file.toString()),
              "“%s” was written to %s.%n".formatted(plan.name(), file));
        });
  }

  @Command(
      name = "rehearse",
      mixinStandardHelpOptions = true,
      description = "Say what a plan would let go, now or at another date; nothing is changed.")
  int rehearse(
      @Parameters(paramLabel = "SHELF") String name,
      @ArgGroup PlanWanted wanted,
      @Option(names = "--at", paramLabel = "WHEN", description = "Now unless said.")
          Optional<String> when)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          Optional<NamedPlan> own =
              wanted == null ? office.plans().of(shelf) : wanted(office, wanted);
          NamedPlan plan =
              own.orElseThrow(
                  () ->
                      new SentenceException(
                          "%s has no plan, so nothing is ever let go. Say one with --ready or --file to rehearse it."
                              .formatted(shelf.name())));
          Instant now = office.settings().clock().instant();
          Instant at =
              when.isPresent() ? new When(office.settings().zone()).parse(when.get(), now) : now;
          CarePlans.PlanRehearsal rehearsal = office.plans().rehearse(shelf, plan, at);
          return rehearsed(
              plan, rehearsal, rehearsal.freed(office.spaces().of(shelf.store())), office);
        });
  }

  @Command(
      name = "forecast",
      mixinStandardHelpOptions = true,
      description = "Say what a shelf will take over the next year under its plan and others.")
  int forecast(
      @Parameters(paramLabel = "SHELF") String name,
      @ArgGroup PlanWanted wanted,
      @Option(names = "--rhythm", paramLabel = "SENTENCE", description = "Captured so instead.")
          Optional<String> sentence)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          ZoneId zone = office.settings().zone();
          Forecasts.ShelfForecast known = office.forecasts().of(shelf);
          NamedPlan own =
              known
                  .own()
                  .orElseGet(() -> NamedPlan.keepingAll("Everything", zone, DayOfWeek.MONDAY));
          List<NamedPlan> plans = new ArrayList<>(List.of(own));
          if (wanted != null) {
            plans.add(wanted(office, wanted).orElseThrow());
          } else if (sentence.isEmpty()) {
            ReadyPlans.of(zone, DayOfWeek.MONDAY).stream()
                .filter(ready -> !ready.name().equals(own.name()))
                .map(ready -> ready.captured(own.rhythm()))
                .forEach(plans::add);
          }
          if (sentence.isPresent()) {
            Rhythm rhythm =
                Rhythm.parse(sentence.get())
                    .orElseThrow(
                        () ->
                            new SentenceException(
                                "“%s” is no rhythm, as “on save” or “every 20 minutes” is."
                                    .formatted(sentence.get())));
            plans.add(plans.get(plans.size() - 1).captured(rhythm));
          }
          return new ForecastAnswer(known, zone).of(plans);
        });
  }

  @Command(
      name = "diff",
      mixinStandardHelpOptions = true,
      description = "Say what another plan keeps more or less.")
  int diff(
      @Parameters(paramLabel = "SHELF") String name,
      @ArgGroup(multiplicity = "1") PlanWanted wanted)
      throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          NamedPlan other = wanted(office, wanted).orElseThrow();
          Optional<NamedPlan> own = office.plans().of(shelf);
          List<String> words =
              own.isPresent()
                  ? PlanDifference.of(own.get(), other)
                  : List.of("%s has no plan: everything is kept now".formatted(shelf.name()));
          ObjectNode node = Json.object();
          node.put("plan", own.map(NamedPlan::name).orElse(null)).put("other", other.name());
          ArrayNode differences = node.putArray("differences");
          words.forEach(differences::add);
          return Answer.done(
              node,
              words.isEmpty()
                  ? "Both keep the same.%n".formatted()
                  : String.join("%n".formatted(), words) + "%n".formatted());
        });
  }

  private Optional<NamedPlan> wanted(Office office, PlanWanted wanted) throws IOException {
    ZoneId zone = office.settings().zone();
    if (wanted.ready.isPresent()) {
      return Optional.of(
          ReadyPlans.named(wanted.ready.get(), zone, DayOfWeek.MONDAY)
              .orElseThrow(
                  () ->
                      new SentenceException(
                          "There is no ready plan “%s”; there are %s. Nothing was changed."
                              .formatted(wanted.ready.get(), ready(zone)))));
    }
    if (wanted.file.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          PlanFormat.decode(Files.readString(root.resolve(wanted.file.get())), zone));
    } catch (PlanFormat.PlanException e) {
      throw new SentenceException(
          "%s: %s Nothing was changed.".formatted(wanted.file.get(), e.getMessage()), e);
    }
  }

  private static String ready(ZoneId zone) {
    return ReadyPlans.of(zone, DayOfWeek.MONDAY).stream()
        .map(NamedPlan::name)
        .collect(Collectors.joining(", "));
  }

  private static Answer answer(NamedPlan plan, List<Shelf> shelves) {
    ObjectNode node = Json.object();
    node.set("plan", PlanFormat.encode(plan));
    ArrayNode names = node.putArray("shelves");
    shelves.forEach(shelf -> names.add(shelf.name()));
    StringBuilder text = new StringBuilder("%s%n".formatted(plan.name()));
    text.append("  captured %s%n".formatted(plan.rhythm().sentence()));
    plan.plan()
        .rules()
        .forEach(rule -> text.append("  keep %s%n".formatted(KeepSentences.format(rule))));
    text.append("  removed files for %s%n".formatted(plan.plan().removed()));
    text.append("  grace time %s%n".formatted(plan.plan().grace()));
    plan.plan().room().ifPresent(room -> text.append("  room %s%n".formatted(room.sentence())));
    plan.snapshots().forEach(one -> text.append("  snapshots %s%n".formatted(one.sentence())));
    text.append("  thinned %s%n".formatted(plan.thinning().sentence()));
    text.append(
        "of %s%n".formatted(shelves.stream().map(Shelf::name).collect(Collectors.joining(", "))));
    return Answer.done(node, text.toString());
  }

  private static Answer rehearsed(
      NamedPlan plan,
      CarePlans.PlanRehearsal rehearsal,
      StoreSpace.SpaceBytes freed,
      Office office) {
    ObjectNode node = Json.object();
    node.put("at", rehearsal.at().toString()).put("plan", plan.name());
    node.put("stays", rehearsal.stays());
    ArrayNode goes = node.putArray("goes");
    StringBuilder text = new StringBuilder();
    Set<CarePlans.Going> last = Set.copyOf(rehearsal.lastOnes());
    for (CarePlans.Going one : rehearsal.goes()) {
      ObjectNode going = goes.addObject();
      Json.putPath(going.putObject("file").put("id", one.file()), one.path());
      going.put("revision", one.revision()).put("bytes", one.bytes());
      going.put("last", last.contains(one));
      if (goes.size() <= SHOWN) {
        text.append(
            "%-11s  %12d bytes  %s%n"
                .formatted(Revision.numbered(one.revision()), one.bytes(), one.path().shown()));
      }
    }
    if (goes.size() > SHOWN) {
      text.append("and %,d more%n".formatted(goes.size() - SHOWN));
    }
    if (!last.isEmpty()) {
      text.append(
          "Among them the last state of %,d removed files: %s%n"
              .formatted(
                  last.size(),
                  last.stream()
                      .map(one -> one.path().shown())
                      .sorted()
                      .limit(5)
                      .collect(Collectors.joining(", "))));
    }
    if (rehearsal.forRoom() > 0) {
      text.append("%,d of them go only for room%n".formatted(rehearsal.forRoom()));
    }
    text.append(
        "At %s “%s” keeps %,d revisions and would let go %,d; %,d bytes are theirs alone, about %s on disk. Nothing was done.%n"
            .formatted(
                Text.moment(rehearsal.at(), office.settings().zone()),
                plan.name(),
                rehearsal.stays(),
                goes.size(),
                freed.plain(),
                Text.size(freed.disk())));
    node.put("forRoom", rehearsal.forRoom());
    node.put("recordBytes", freed.plain()).put("diskBytes", freed.disk());
    return Answer.done(node, text.toString());
  }
}
