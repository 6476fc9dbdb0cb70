package org.mendedleaf.core.catalog.lines;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.StoreFormatException;
import org.mendedleaf.core.store.log.LogHead;

/**
 * The first line of a segment: which act, when, who, and what was written for it.
 *
 * <pre>
 * {"act","at","desk","by","program", "shelf"?, "of"?, "run"?, "was"?:{"commit","hash"}, "more"?, "blocks"?:[hex], "sheaves"?:[name], "retired"?:[name]}
 * </pre>
 *
 * @param at when the act was begun, by the desk's clock
 * @param desk id of the desk that committed
 * @param by the person who acted
 * @param of the segment that an undo takes back
 * @param run shared by acts that were done as one and are taken back as one
 * @param was the commit that it repeats of a log that was joined with this one
 * @param more whether further commits belong to the same capture
 * @param blocks metadata blocks that the lines below refer to by position
 * @param sheaves sheaves that this commit adds to the store
 * @param retired sheaves whose contents all lie in others now; their files are deleted later
 */
public record CommitHeader(
    Act act,
    Instant at,
    String desk,
    String by,
    OptionalLong shelf,
    OptionalLong of,
    Optional<String> run,
    Optional<LogHead> was,
    boolean more,
    List<ContentId> blocks,
    List<SheafId> sheaves,
    List<SheafId> retired) {

  private static final String PROGRAM = "mended-leaf 0.1";

  public String encode(OptionalLong assignedShelf) {
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    node.put("act", act.word()).put("at", at.toString()).put("desk", desk).put("by", by);
    node.put("program", PROGRAM);
    (shelf.isPresent() ? shelf : assignedShelf).ifPresent(id -> node.put("shelf", id));
    of.ifPresent(segment -> node.put("of", segment));
    run.ifPresent(name -> node.put("run", name));
    was.ifPresent(
        commit ->
            node.putObject("was").put("commit", commit.number()).put("hash", commit.hash().hex()));
    if (more) {
      node.put("more", true);
    }
    if (!blocks.isEmpty()) {
      ArrayNode array = node.putArray("blocks");
      blocks.forEach(block -> array.add(block.hex()));
    }
    if (!sheaves.isEmpty()) {
      ArrayNode array = node.putArray("sheaves");
      sheaves.forEach(sheaf -> array.add(sheaf.text()));
    }
    if (!retired.isEmpty()) {
      ArrayNode array = node.putArray("retired");
      retired.forEach(sheaf -> array.add(sheaf.text()));
    }
    return node.toString();
  }

  /**
   * @throws StoreFormatException if a newer program wrote it
   */
  public static CommitHeader decode(String line) throws StoreFormatException {
    JsonNode node = MetadataFormat.parse(line);
    List<ContentId> blocks = new ArrayList<>();
    node.path("blocks").forEach(block -> blocks.add(ContentId.parse(block.asText())));
    List<SheafId> sheaves = new ArrayList<>();
    node.path("sheaves").forEach(sheaf -> sheaves.add(new SheafId(sheaf.asText())));
    List<SheafId> retired = new ArrayList<>();
    node.path("retired").forEach(sheaf -> retired.add(new SheafId(sheaf.asText())));
    return new CommitHeader(
        act(node.get("act").asText()),
        Instant.parse(node.get("at").asText()),
        node.get("desk").asText(),
        node.get("by").asText(),
        number(node, "shelf"),
        number(node, "of"),
        Optional.ofNullable(node.get("run")).map(JsonNode::asText),
        Optional.ofNullable(node.get("was")).map(CommitHeader::head),
        node.path("more").asBoolean(),
        blocks,
        sheaves,
        retired);
  }

  private static LogHead head(JsonNode was) {
    return new LogHead(
        was.required("commit").asLong(), ContentId.parse(was.required("hash").asText()));
  }

  private static Act act(String word) throws StoreFormatException {
    return Act.of(word)
        .orElseThrow(
            () ->
                new StoreFormatException(
                    "The store has an act that this program does not know: “%s”. Nothing was changed; a newer Mended Leaf can read it."
                        .formatted(word)));
  }

  private static OptionalLong number(JsonNode node, String name) {
    return node.has(name) ? OptionalLong.of(node.get(name).asLong()) : OptionalLong.empty();
  }
}
