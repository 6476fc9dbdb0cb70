package org.mendedleaf.core.history;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.util.HexFormat;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * The lines of a metadata block: one JSON object each, addressed by (block, line). Everything that
 * must be erasable stands here and not in the log.
 *
 * <pre>
 * file state    path or pathBytes (hex, where a name is no UTF-8), size, modified (ISO instant),
 *               mode, owner, key, content (hex) and levels, or link or linkBytes
 * folder state  path or pathBytes, modified, mode
 * shelf         name, kind, folder
 * saver         who, source
 * summary       summary
 * note          note
 * hold          why, until (ISO instant, where it ends on a day)
 * description   description, category, tell
 * people        people (an object of roles by name), others
 * recording     recording (on, paused, not-yet)
 * leaveOut      leaveOut (objects of pattern and since)
 * noteRequired  noteRequired
 * admits        admits
 * plan          plan (a care plan, see PlanFormat)
 * stages        stages
 * snapshot      path or pathBytes of the folder, label, reason, cause
 * </pre>
 */
public final class MetadataFormat {

  private static final ObjectMapper JSON = new ObjectMapper();

  private MetadataFormat() {}

  public static String encode(FileState state) {
    return encode(state, Optional.empty());
  }

  public static String encode(FileState state, Optional<Arrived> arrived) {
    ObjectNode node = JSON.createObjectNode();
    arrived.ifPresent(from -> putArrived(node.putObject("arrived"), from));
    putPath(node, "path", state.path().text());
    node.put("size", state.size()).put("modified", state.modified().toString());
    state.mode().ifPresent(mode -> node.put("mode", mode));
    state.owner().ifPresent(owner -> node.put("owner", owner));
    state.key().ifPresent(key -> node.put("key", key));
    state
        .content()
        .ifPresent(
            content -> node.put("content", content.id().hex()).put("levels", content.levels()));
    state.link().ifPresent(target -> putPath(node, "link", target));
    return node.toString();
  }

  public static String encode(FolderState state) {
    ObjectNode node = JSON.createObjectNode();
    putPath(node, "path", state.path().text());
    node.put("modified", state.modified().toString());
    state.mode().ifPresent(mode -> node.put("mode", mode));
    return node.toString();
  }

  public static String encode(InnerPath path) {
    ObjectNode node = JSON.createObjectNode();
    putPath(node, "path", path.text());
    return node.toString();
  }

  public static String encodeMoved(InnerPath before, InnerPath now) {
    ObjectNode node = JSON.createObjectNode();
    putPath(node, "path", now.text());
    putPath(node, "was", before.text());
    return node.toString();
  }

  /** The former path of a folder that moved. */
  public static InnerPath formerPath(JsonNode node) {
    return new InnerPath(pathText(node, "was").orElseThrow());
  }

  public static String encodeShelf(String name, ShelfKind kind, String folder) {
    return JSON.createObjectNode()
        .put("name", name)
        .put("kind", kind.word())
        .put("folder", folder)
        .toString();
  }

  public static String encodeSaver(String who, SaverSource source) {
    return JSON.createObjectNode().put("who", who).put("source", source.word()).toString();
  }

  public static String encodeSummary(String summary) {
    return JSON.createObjectNode().put("summary", summary).toString();
  }

  public static String encodeHold(String why, Optional<Instant> until) {
    ObjectNode node = JSON.createObjectNode().put("why", why);
    until.ifPresent(end -> node.put("until", end.toString()));
    return node.toString();
  }

  /** When a hold ends; empty if it does not. */
  public static Optional<Instant> holdsUntil(JsonNode line) {
    return text(line, "until").map(Instant::parse);
  }

  /** A line of one text. */
  public static String encodeText(String name, String text) {
    return JSON.createObjectNode().put(name, text).toString();
  }

  private static void putArrived(ObjectNode node, Arrived arrived) {
    putPath(node, "name", arrived.name());
    putPath(node, "folder", arrived.folder());
    node.put("modified", arrived.modified().toString());
    if (!arrived.note().isEmpty()) {
      node.put("note", arrived.note());
    }
  }

  /** Where a revision came from, if it came from outside. */
  public static Optional<Arrived> arrived(JsonNode line) {
    return Optional.ofNullable(line.get("arrived"))
        .map(
            node ->
                new Arrived(
                    pathText(node, "name").orElse(""),
                    pathText(node, "folder").orElse(""),
                    Instant.parse(node.get("modified").asText()),
                    node.path("note").asText()));
  }

  public static String encodeSnapshot(InnerPath folder, String label, String reason, String cause) {
    ObjectNode node = JSON.createObjectNode();
    putPath(node, "path", folder.text());
    return node.put("label", label).put("reason", reason).put("cause", cause).toString();
  }

  public static FileState fileState(JsonNode node) {
    long size = node.get("size").asLong();
    return new FileState(
        path(node),
        size,
        Instant.parse(node.get("modified").asText()),
        text(node, "mode"),
        text(node, "owner"),
        text(node, "key"),
        text(node, "content")
            .map(hex -> new ContentRef(ContentId.parse(hex), node.path("levels").asInt(), size)),
        pathText(node, "link"));
  }

  public static FolderState folderState(JsonNode node) {
    return new FolderState(
        path(node), Instant.parse(node.get("modified").asText()), text(node, "mode"));
  }

  public static InnerPath path(JsonNode node) {
    return new InnerPath(pathText(node, "path").orElseThrow());
  }

  /** What stands instead of a line that was erased. */
  public static final String ERASED = "{\"erased\":true}";

  public static boolean isErased(JsonNode line) {
    return line.has("erased");
  }

  /** The same line without the names of these contents. */
  public static String without(String line, Set<String> contents) {
    JsonNode node = parse(line);
    scrub(node, contents);
    return node.toString();
  }

  private static void scrub(JsonNode node, Set<String> contents) {
    if (node instanceof ObjectNode object
        && object.has("content")
        && contents.contains(object.get("content").asText())) {
      object.remove(List.of("content", "levels", "key"));
      object.put("size", 0);
    }
    node.forEach(inner -> scrub(inner, contents));
  }

  /** Every content that a line names. */
  public static Set<ContentId> contents(JsonNode line) {
    Set<ContentId> found = new LinkedHashSet<>();
    line.findValues("content").stream()
        .filter(JsonNode::isTextual)
        .forEach(content -> found.add(ContentId.parse(content.asText())));
    return found;
  }

  public static JsonNode parse(String line) {
    try {
      return JSON.readTree(line);
    } catch (JsonProcessingException e) {
      throw new IllegalArgumentException("not a line of metadata: " + e.getOriginalMessage(), e);
    }
  }

  static Optional<String> text(JsonNode node, String name) {
    return Optional.ofNullable(node.get(name)).map(JsonNode::asText);
  }

  private static void putPath(ObjectNode node, String name, String text) {
    if (Names.isUtf8(text)) {
      node.put(name, text);
    } else {
      node.put(name + "Bytes", HexFormat.of().formatHex(Names.bytes(text)));
    }
  }

  private static Optional<String> pathText(JsonNode node, String name) {
    Optional<String> bytes = text(node, name + "Bytes");
    return bytes.isPresent()
        ? Optional.of(Names.text(HexFormat.of().parseHex(bytes.get())))
        : text(node, name);
  }
}
