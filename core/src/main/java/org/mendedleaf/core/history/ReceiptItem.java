package org.mendedleaf.core.history;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;

/**
 * One item of a receipt: what an act did at one place.
 *
 * @param target the path that was written, as its desk calls it
 * @param file the file whose state it is; empty for a folder
 * @param revision the revision that was wanted
 * @param bytes that were written
 * @param why says more where something was not done
 * @param wrote what was put there; its path is the inner path that was picked
 * @param before what stood there before and was kept; empty if nothing did, or on a shelf, whose
 *     history has it
 */
public record ReceiptItem(
    String target,
    OptionalLong file,
    OptionalInt revision,
    Outcome outcome,
    long bytes,
    String why,
    Optional<FileState> wrote,
    Optional<FileState> before) {

  /** The outcome at one place. */
  public enum Outcome {
    /** The place was free; now the wanted state stands there. */
    RECOVERED,
    /** What stood there was recorded first and gave way. */
    MADE_ROOM,
    /** What stood there kept its name; the wanted state lies next to it under a telling one. */
    BESIDE,
    /** Something else stands there and was left; nothing was written. */
    LEFT,
    /** Exactly the wanted state stood there already. */
    SAME,
    /** A folder was made. */
    FOLDER,
    /** A later file was taken away, its history kept. */
    REMOVED,
    /** Written into an archive, which has a line of its own. */
    PACKED,
    /** What stood there was recorded, since it is about to give way. */
    KEPT,
    /** Failed; what stood there is untouched. */
    REFUSED;

    /** The word in the log and in answers. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    static Outcome of(String word) {
      return valueOf(word.toUpperCase(Locale.ROOT).replace(' ', '_'));
    }
  }

  /** Whether anything at that place is another now. */
  public boolean changedSomething() {
    return outcome != Outcome.LEFT
        && outcome != Outcome.PACKED
        && outcome != Outcome.SAME
        && outcome != Outcome.KEPT
        && outcome != Outcome.REFUSED;
  }

  /** This item as one line of JSON, the same as in the log. */
  public String encode() {
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    node.put("target", target).put("outcome", outcome.word()).put("bytes", bytes);
    file.ifPresent(id -> node.put("file", id));
    revision.ifPresent(number -> node.put("revision", number));
    if (!why.isEmpty()) {
      node.put("why", why);
    }
    wrote.ifPresent(state -> node.set("wrote", MetadataFormat.parse(MetadataFormat.encode(state))));
    before.ifPresent(
        state -> node.set("before", MetadataFormat.parse(MetadataFormat.encode(state))));
    return node.toString();
  }

  /** Reads what {@link #encode} wrote. */
  public static ReceiptItem decode(String json) {
    JsonNode node = MetadataFormat.parse(json);
    return new ReceiptItem(
        node.get("target").asText(),
        node.has("file") ? OptionalLong.of(node.get("file").asLong()) : OptionalLong.empty(),
        node.has("revision") ? OptionalInt.of(node.get("revision").asInt()) : OptionalInt.empty(),
        Outcome.of(node.get("outcome").asText()),
        node.get("bytes").asLong(),
        node.path("why").asText(),
        Optional.ofNullable(node.get("wrote")).map(MetadataFormat::fileState),
        Optional.ofNullable(node.get("before")).map(MetadataFormat::fileState));
  }
}
