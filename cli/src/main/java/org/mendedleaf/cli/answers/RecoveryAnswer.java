package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.core.tray.TrayRehearsal;

/** Runs or rehearses a recovery and answers with what was or would be done at each place. */
public final class RecoveryAnswer {

  private final Office office;

  public RecoveryAnswer(Office office) {
    this.office = office;
  }

  /** The one moment that everything is from. */
  public record AsOf(Shelf shelf, Instant at) {}

  public Answer to(Tray tray, Optional<AsOf> asOf, boolean rehearse) throws IOException {
    if (!rehearse && !(tray.handling().destination() instanceof Destination.InPlace)) {
      return of(office.recoveries().run(tray, Progress.NONE), asOf);
    }
    TrayRehearsal rehearsal = office.recoveries().rehearse(tray);
    Map<Path, Set<String>> open = office.recoveries().openIn(rehearsal);
    return OpenAnswer.with(
        rehearse
            ? rehearsed(rehearsal, asOf)
            : of(office.recoveries().run(tray, Progress.NONE), asOf),
        open);
  }

  private Answer rehearsed(TrayRehearsal rehearsal, Optional<AsOf> asOf) throws IOException {
    StringBuilder text = new StringBuilder();
    ObjectNode node = head(asOf, text);
    ArrayNode items = node.putArray("items");
    for (TrayRehearsal.RehearsedStep line : rehearsal.lines()) {
      Step step = line.step();
      ObjectNode item =
          item(
              items,
              text,
              step.target().toString(),
              step.revision(),
              step.planned(),
              step.bytes(),
              step.why());
      step.stands()
          .ifPresent(
              stands -> {
                ObjectNode there = item.putObject("stands");
                there.put("size", stands.size()).put("modified", stands.modified().toString());
                stands.revision().ifPresent(number -> there.put("revision", number));
              });
    }
    text.append(
        "Rehearsed only: %d places, %s to write. Nothing was done.%n"
            .formatted(items.size(), Text.size(rehearsal.bytes())));
    return Answer.done(node, text.toString());
  }

  /** The answer that a receipt gives. */
  public Answer of(RunReceipt receipt, Optional<AsOf> asOf) throws IOException {
    StringBuilder text = new StringBuilder();
    ObjectNode node = head(asOf, text);
    ArrayNode items = node.putArray("items");
    for (RunReceipt.ReceiptLine line : receipt.lines()) {
      ReceiptItem done = line.item();
      item(items, text, done.target(), done.revision(), done.outcome(), done.bytes(), done.why());
    }
    long act = receipt.act().id();
    if (act == RunReceipt.NOT_NOTED) {
      text.append(
          "The store can only be read, so nobody keeps this receipt, and it is taken back by hand.%n"
              .formatted());
      return new Answer(node, text.toString(), Exit.whole(!receipt.isPartial()));
    }
    node.put("receipt", act).put("undo", act);
    receipt.parts().get(0).receipt().undoneBy().ifPresent(undo -> node.put("undoneBy", undo.id()));
    text.append("Receipt %d. To take it all back: mended-leaf undo %d%n".formatted(act, act));
    return new Answer(node, text.toString(), Exit.whole(!receipt.isPartial()));
  }

  private ObjectNode head(Optional<AsOf> asOf, StringBuilder text) throws IOException {
    ObjectNode node = Json.object();
    node.put("zone", office.settings().zone().getId());
    if (asOf.isPresent()) {
      Instant at = asOf.get().at();
      Optional<Instant> captured = office.moments().capturedBefore(asOf.get().shelf(), at);
      node.put("at", at.toString());
      captured.ifPresentOrElse(
          when -> node.put("capturedAt", when.toString()), () -> node.putNull("capturedAt"));
      text.append(
          "As of %s%s%n"
              .formatted(
                  Text.moment(at, office.settings().zone()),
                  captured
                      .map(when -> ", captured " + Text.moment(when, office.settings().zone()))
                      .orElse(", not captured yet then")));
    }
    return node;
  }

  private static ObjectNode item(
      ArrayNode items,
      StringBuilder text,
      String target,
      OptionalInt revision,
      Outcome outcome,
      long bytes,
      String why) {
    ObjectNode node = items.addObject().put("path", target);
    revision.ifPresent(number -> node.put("revision", number));
    node.put("outcome", outcome.word()).put("bytes", bytes);
    if (!why.isEmpty()) {
      node.put("why", why);
    }
    text.append(
        "%-10s %s%s%s%n"
            .formatted(
                outcome.word(),
                Names.shown(target),
                revision.isPresent() ? "  " + Revision.numbered(revision.getAsInt()) : "",
                why.isEmpty() ? "" : "  (" + why + ")"));
    return node;
  }
}
