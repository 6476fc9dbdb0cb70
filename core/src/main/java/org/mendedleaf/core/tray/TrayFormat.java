package org.mendedleaf.core.tray;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;

/**
 * A tray as the desk keeps it, with ids of stores, shelves and files.
 *
 * <pre>
 * tray      {"entries":[entry], "how":how}
 * entry     {"store","shelf", "file","revision" | "path" (hex),"at", "snapshot"?,"segment"?, "how"?}
 * how       {"to"? | "zip"?, "ifThere", "laterFiles"}
 * </pre>
 */
final class TrayFormat {

  private static final ObjectMapper JSON = new ObjectMapper();

  private TrayFormat() {}

  static String encode(Tray tray) throws IOException {
    ObjectNode node = JSON.createObjectNode();
    ArrayNode entries = node.putArray("entries");
    for (Tray.Entry entry : tray.entries()) {
      ObjectNode one = entries.addObject();
      one.put("store", entry.store()).put("shelf", entry.shelf());
      put(one, entry.pick());
      entry.own().ifPresent(how -> one.set("how", how(how)));
    }
    node.set("how", how(tray.handling()));
    return JSON.writeValueAsString(node);
  }

  private static void put(ObjectNode node, Pick pick) {
    if (pick instanceof Pick.OfRevision of) {
      node.put("file", of.file()).put("revision", of.revision());
    } else if (pick instanceof Pick.OfMoment of) {
      node.put("path", HexFormat.of().formatHex(of.path().bytes()));
      node.put("at", of.moment().instant().toString());
      if (of.moment() instanceof Moment.Now) {
        node.put("now", true);
      } else if (of.moment() instanceof Moment.InSnapshot in) {
        node.put("snapshot", in.snapshot().id()).put("segment", in.snapshot().segment());
        node.put("label", in.snapshot().label());
      }
    }
  }

  private static ObjectNode how(Handling handling) {
    ObjectNode node = JSON.createObjectNode();
    if (handling.destination() instanceof Destination.Folder to) {
      node.put("to", to.folder().toString());
    } else if (handling.destination() instanceof Destination.Archive to) {
      node.put("zip", to.zip().toString());
    }
    return node.put("ifThere", handling.ifThere().name())
        .put("laterFiles", handling.laterFiles().name());
  }

  static Tray decode(String json) throws IOException {
    JsonNode node = JSON.readTree(json);
    List<Tray.Entry> entries = new ArrayList<>();
    for (JsonNode entry : node.get("entries")) {
      long shelf = entry.get("shelf").asLong();
      entries.add(
          new Tray.Entry(
              entry.get("store").asText(),
              shelf,
              pick(entry, shelf),
              Optional.ofNullable(entry.get("how")).map(TrayFormat::how)));
    }
    return new Tray(entries, how(node.get("how")));
  }

  private static Pick pick(JsonNode node, long shelf) {
    if (node.has("file")) {
      return new Pick.OfRevision(node.get("file").asLong(), node.get("revision").asInt());
    }
    InnerPath path = InnerPath.ofBytes(HexFormat.of().parseHex(node.get("path").asText()));
    Instant at = Instant.parse(node.get("at").asText());
    if (node.path("now").asBoolean()) {
      return new Pick.OfMoment(path, new Moment.Now(at));
    }
    if (!node.has("snapshot")) {
      return new Pick.OfMoment(path, new Moment.At(at));
    }
    Snapshot snapshot =
        new Snapshot(
            node.get("snapshot").asLong(),
            node.get("segment").asLong(),
            shelf,
            InnerPath.ROOT,
            node.path("label").asText(),
            "",
            "",
            at,
            "",
            false);
    return new Pick.OfMoment(path, new Moment.InSnapshot(snapshot));
  }

  private static Handling how(JsonNode node) {
    Destination destination =
        node.has("to")
            ? new Destination.Folder(Path.of(node.get("to").asText()))
            : node.has("zip")
                ? new Destination.Archive(Path.of(node.get("zip").asText()))
                : new Destination.InPlace();
    return new Handling(
        destination,
        IfThere.valueOf(node.get("ifThere").asText()),
        LaterFiles.valueOf(node.get("laterFiles").asText()));
  }
}
