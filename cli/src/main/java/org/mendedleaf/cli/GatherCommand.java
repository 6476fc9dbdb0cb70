package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.arrivals.Gatherings;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.intake.Family;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Copies;
import org.mendedleaf.core.tray.RunReceipt;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes one file of its copies. */
@Command(
    name = "gather",
    description = {
      "Find dated, initialled and numbered copies in a folder and make each family one file,",
      "with the copies as its revisions. The extra names go; one undo brings them back."
    })
final class GatherCommand extends OfficeCommand {

  @Parameters(paramLabel = "FOLDER", description = "On a shelf; a folder, or SHELF:inner/path.")
  private String folder;

  @Option(names = "--rehearse", description = "Only say what would be done.")
  private boolean rehearse;

  @Option(names = "--with-doubtful", description = "Take in the doubtful ones too.")
  private boolean withDoubtful;

  @Option(
      names = "--only",
      paramLabel = "NAME",
      description = "Gather this family only, by the name its file will have; may be repeated.")
  private List<String> only = List.of();

  @Override
  Answer answer(Office office) throws IOException {
    Addresses.Addressed place = office.addresses().place(folder, root().terminal().folder());
    List<Gatherings.Proposed> families = new ArrayList<>();
    for (Gatherings.Proposed one :
        office.gatherings().find(place.shelf(), place.path(), Progress.NONE)) {
      if (only.isEmpty() || only.contains(one.file().name())) {
        families.add(one);
      }
    }
    StringBuilder text = new StringBuilder();
    ObjectNode node = Json.object();
    ArrayNode list = node.putArray("families");
    List<Copies> chosen = new ArrayList<>();
    for (Gatherings.Proposed one : families) {
      describe(one, list.addObject(), text);
      Copies copies = withDoubtful ? one.copiesWithDoubtful() : one.copies();
      if (copies.copies().size() > 1) {
        chosen.add(copies);
      }
    }
    if (families.isEmpty()) {
      return Answer.done(
          node, "No copies of one file were found there. Nothing was changed.%n".formatted());
    }
    Optional<Gatherings.Later> later = office.gatherings().later(place.shelf(), chosen);
    if (later.isPresent()) {
      node.put("planLetsGo", later.get().goes());
      text.append(
          "All copies are kept for %s; then the care plan “%s” would let go %d of them.%n"
              .formatted(later.get().grace(), later.get().plan(), later.get().goes()));
    }
    if (rehearse || chosen.isEmpty()) {
      text.append("Rehearsed only. Nothing was changed.%n".formatted());
      return Answer.done(node, text.toString());
    }
    RunReceipt receipt = office.gatherings().gather(place.shelf(), chosen, Progress.NONE);
    long undo = receipt.act().id();
    node.put("undo", undo);
    for (RunReceipt.ReceiptLine line : receipt.lines()) {
      if (line.item().outcome() == Outcome.REFUSED) {
        text.append(
            "not done: %s (%s)%n".formatted(Names.shown(line.item().target()), line.item().why()));
      }
    }
    text.append("Gathered. To take it all back: mended-leaf undo %d%n".formatted(undo));
    return new Answer(node, text.toString(), Exit.whole(!receipt.isPartial()));
  }

  private static void describe(Gatherings.Proposed proposed, ObjectNode node, StringBuilder text)
      throws SentenceException {
    Family<PresentFile> family = proposed.family();
    Json.putPath(node.putObject("file"), proposed.file());
    node.put("order", family.order().name().toLowerCase(java.util.Locale.ROOT));
    node.put("ordersDiffer", family.ordersDiffer());
    ArrayNode copies = node.putArray("copies");
    text.append("%s: %d copies%n".formatted(proposed.file().shown(), family.copies().size()));
    for (Family.Copy<PresentFile> copy : family.copies()) {
      put(copies.addObject(), copy);
      text.append("  %s%n".formatted(path(copy).shown()));
    }
    ArrayNode doubtful = node.putArray("doubtful");
    for (Family.Doubtful<PresentFile> one : family.doubtful()) {
      ObjectNode of = put(doubtful.addObject(), one.copy());
      of.put("why", words(one.reason())).put("shared", Math.round(one.shared() * 100) / 100.0);
      text.append(
          "  doubtful: %s (%s; %.0f %% shared)%n"
              .formatted(path(one.copy()).shown(), words(one.reason()), 100 * one.shared()));
    }
  }

  private static ObjectNode put(ObjectNode node, Family.Copy<PresentFile> copy) {
    Json.putPath(node, path(copy));
    return node.put("saved", copy.saved().toString()).put("size", copy.file().state().size());
  }

  private static InnerPath path(Family.Copy<PresentFile> copy) {
    return copy.file().state().path();
  }

  private static String words(Family.DoubtReason reason) {
    return switch (reason) {
      case OTHER_WORDS -> "its name has other words";
      case LITTLE_SHARED -> "little of it is in the others";
      case SERIES -> "perhaps one of a series";
      case BROKEN -> "it is empty, cut off or cannot be read";
    };
  }
}
