package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.Erasures;
import org.mendedleaf.core.keeping.ThinningReport;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.space.StoreSpace;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Lets go of what no rule claims. */
@Command(
    name = "thin",
    description = {
      "Put on notice what a shelf’s care plan does not keep, and erase what was on notice for the grace time.",
      "Nothing is erased that was not on notice before."
    })
final class ThinCommand extends OfficeCommand {

  private static final int SHOWN = 40;

  @Parameters(paramLabel = "SHELF")
  private String shelf;

  @Option(
      names = "--just-this-once",
      paramLabel = "SENTENCE",
      description =
          "Of what its filters mean let go all but what it keeps, as in “keep the newest 3 of pictures not changed since 2026-01-01”.")
  private Optional<String> once = Optional.empty();

  @Option(names = "--rehearse", description = "Only say what would go; nothing is changed.")
  private boolean rehearse;

  @Option(
      names = "--clock-is-right",
      description = "Let go although the clock seems to have jumped ahead.")
  private boolean clockIsRight;

  @Mixin private ReportFiles files = new ReportFiles();

  @Override
  Answer answer(Office office) throws IOException {
    Shelf which = office.shelves().named(shelf);
    Optional<KeepRule> sentence = sentence();
    return rehearse ? told(office, which, sentence) : done(office, which, sentence);
  }

  private Optional<KeepRule> sentence() throws SentenceException {
    if (once.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        KeepSentences.parse(once.get())
            .orElseThrow(
                () ->
                    new SentenceException(
                        "“%s” is no keep rule; docs/keep-rules.md gives them all. Nothing was let go."
                            .formatted(once.get()))));
  }

  private Answer told(Office office, Shelf which, Optional<KeepRule> sentence) throws IOException {
    Instant now = office.settings().clock().instant();
    Thinnings.RehearsedThinning rehearsal =
        sentence.isPresent()
            ? office.thinnings().rehearseOnce(which, sentence.get(), now)
            : office.thinnings().rehearse(which, now);
    files.write(ThinningReport.of(rehearsal, office.settings().zone()), root());
    Erasures.Freed freed = office.thinnings().freed(rehearsal);
    ObjectNode node = json(rehearsal, office);
    node.put("diskBytes", freed.bytes()).put("unused", freed.unused());
    return Answer.done(
        node,
        text(rehearsal, office)
            + "Once all that is on notice is erased the store is %,d bytes smaller, %,d of them out of use already. Nothing was done.%n"
                .formatted(freed.bytes(), freed.unused()));
  }

  private Answer done(Office office, Shelf which, Optional<KeepRule> sentence) throws IOException {
    Thinnings.Thinned done =
        sentence.isPresent()
            ? office.thinnings().thinOnce(which, sentence.get(), clockIsRight)
            : office.thinnings().thin(which, clockIsRight);
    files.write(ThinningReport.of(done, office.settings().zone()), root());
    ObjectNode node = json(done.did(), office);
    node.put("freed", done.freed());
    return Answer.done(
        node,
        text(done.did(), office) + "The store is %,d bytes smaller.%n".formatted(done.freed()));
  }

  private static ObjectNode json(Thinnings.RehearsedThinning rehearsal, Office office)
      throws IOException {
    ObjectNode node = Json.object();
    node.put("at", rehearsal.at().toString()).put("shelf", rehearsal.shelf().name());
    if (!rehearsal.plan().name().isEmpty()) {
      node.put("plan", rehearsal.plan().name());
    }
    node.put("stays", rehearsal.stays());
    ArrayNode goes = node.putArray("goes");
    for (Thinnings.Concerned one : rehearsal.concerned()) {
      ObjectNode going = goes.addObject();
      Json.putPath(going.putObject("file").put("id", one.revision().file()), one.revision().path());
      going.put("revision", one.revision().revision()).put("bytes", one.revision().bytes());
      going.put("fate", one.fate().name().toLowerCase(Locale.ROOT).replace('_', ' '));
      going.put("until", one.until().toString());
    }
    if (!rehearsal.lastOnes().isEmpty()) {
      ArrayNode lastOnes = node.putArray("lastOnes");
      rehearsal.lastOnes().forEach(one -> lastOnes.add(one.path().shown()));
    }
    node.put("forRoom", rehearsal.forRoom());
    List<CarePlans.Going> going =
        rehearsal.concerned().stream()
            .filter(one -> one.fate() != Thinnings.Fate.KEPT_AFTER_ALL)
            .map(Thinnings.Concerned::revision)
            .toList();
    StoreSpace space = office.spaces().of(rehearsal.shelf().store());
    node.put("recordBytes", space.freedBy(CarePlans.contents(space, going)).plain());
    return node;
  }

  private static String text(Thinnings.RehearsedThinning rehearsal, Office office) {
    StringBuilder text = new StringBuilder();
    int shown = 0;
    for (Thinnings.Concerned one : rehearsal.concerned()) {
      if (shown++ < SHOWN) {
        text.append(
            "%-11s  %12d bytes  %-16s %s  %s%n"
                .formatted(
                    Revision.numbered(one.revision().revision()),
                    one.revision().bytes(),
                    one.fate().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                    Text.moment(one.until(), office.settings().zone()),
                    one.revision().path().shown()));
      }
    }
    if (rehearsal.concerned().size() > SHOWN) {
      text.append("and %,d more%n".formatted(rehearsal.concerned().size() - SHOWN));
    }
    for (CarePlans.Going one : rehearsal.lastOnes().stream().limit(SHOWN).toList()) {
      text.append("The last state of %s is among them.%n".formatted(one.path().shown()));
    }
    text.append(
        "%s: %,d revisions stay, %,d go on notice, %,d wait on notice, %,d are kept after all, %,d are erased.%n"
            .formatted(
                rehearsal.shelf().name(),
                rehearsal.stays(),
                rehearsal.with(Thinnings.Fate.NOTICED).size(),
                rehearsal.with(Thinnings.Fate.WAITS).size(),
                rehearsal.with(Thinnings.Fate.KEPT_AFTER_ALL).size(),
                rehearsal.with(Thinnings.Fate.ERASED).size()));
    return text.toString();
  }
}
