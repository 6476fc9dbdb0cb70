package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.office.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Receipt;
import org.mendedleaf.core.recover.RecoveryOrder;
import org.mendedleaf.core.recover.Rehearsal;
import org.mendedleaf.core.recover.Step;

/** Runs or rehearses a recovery and answers with what was or would be done at each place. */
final class RecoveryAnswer {

  private final Office office;

  RecoveryAnswer(Office office) {
    this.office = office;
  }

  Answer to(Shelf shelf, RecoveryOrder order, Instant at, boolean rehearse) throws IOException {
    if (rehearse) {
      return rehearsed(shelf, order, at);
    }
    return of(office.recoveries().run(shelf.store(), order, Progress.NONE), Optional.of(at), shelf);
  }

  private Answer rehearsed(Shelf shelf, RecoveryOrder order, Instant at) throws IOException {
    Rehearsal rehearsal = office.recoveries().rehearse(shelf.store(), order);
    ObjectNode node = head(Optional.of(at), shelf);
    ArrayNode items = node.putArray("items");
    StringBuilder text = new StringBuilder();
    for (Step step : rehearsal.steps()) {
      item(
          items,
          text,
          step.target().toString(),
          step.revision(),
          step.planned(),
          step.bytes(),
          step.why());
    }
    text.append(
        "Rehearsed only: %d places, %s to write. Nothing was done.%n"
            .formatted(rehearsal.steps().size(), Text.size(rehearsal.bytes())));
    return Answer.done(node, text.toString());
  }

  /** The answer that a receipt gives. */
  Answer of(Receipt receipt, Optional<Instant> at, Shelf shelf) throws IOException {
    ObjectNode node = head(at, shelf);
    ArrayNode items = node.putArray("items");
    StringBuilder text = new StringBuilder();
    for (ReceiptItem done : receipt.items()) {
      item(items, text, done.target(), done.revision(), done.outcome(), done.bytes(), done.why());
    }
    node.put("receipt", receipt.act().id()).put("undo", receipt.act().id());
    OptionalLong undone =
        receipt.undoneBy().map(act -> OptionalLong.of(act.id())).orElse(OptionalLong.empty());
    undone.ifPresent(act -> node.put("undoneBy", act));
    text.append(
        "Receipt %d. To take it all back: mended-leaf undo %d%n"
            .formatted(receipt.act().id(), receipt.act().id()));
    return new Answer(
        node,
        text.toString(),
        receipt.isPartial() ? MendedLeafCommand.NOT_DONE : MendedLeafCommand.DONE);
  }

  private ObjectNode head(Optional<Instant> at, Shelf shelf) throws IOException {
    ObjectNode node = Json.object();
    at.ifPresent(moment -> node.put("at", moment.toString()));
    node.put("zone", office.settings().zone().getId());
    if (at.isPresent()) {
      office
          .moments()
          .capturedBefore(shelf, at.get())
          .ifPresentOrElse(
              when -> node.put("capturedAt", when.toString()), () -> node.putNull("capturedAt"));
    }
    return node;
  }

  private static void item(
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
                target,
                revision.isPresent() ? "  " + FileLife.numbered(revision.getAsInt()) : "",
                why.isEmpty() ? "" : "  (" + why + ")"));
  }
}
