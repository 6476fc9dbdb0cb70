package org.mendedleaf.core.office;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Moment;
import org.mendedleaf.core.catalog.Snapshot;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.RecoveryOrder;

/**
 * Orders that were begun and have not ended, a small JSON file each on this desk, so that they can
 * be resumed after a crash.
 */
final class BegunOrders {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String ENDING = ".json";

  private final Path folder;

  BegunOrders(Path folder) {
    this.folder = folder;
  }

  /** An order and the store that its picks are from. */
  record Begun(String store, RecoveryOrder order) {}

  /** Notes that an order begins; returns what it is resumed by. */
  String begin(Begun begun) throws IOException {
    Files.createDirectories(folder);
    byte[] text = encode(begun).toPrettyString().getBytes(java.nio.charset.StandardCharsets.UTF_8);
    for (int number = all().size() + 1; ; number++) {
      Path file = folder.resolve(number + ENDING);
      if (!Files.exists(file)) {
        Files.write(file, text, StandardOpenOption.CREATE_NEW);
        return String.valueOf(number);
      }
    }
  }

  void end(String id) throws IOException {
    Files.deleteIfExists(folder.resolve(id + ENDING));
  }

  List<String> all() throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .map(file -> file.getFileName().toString())
          .filter(name -> name.endsWith(ENDING))
          .map(name -> name.substring(0, name.length() - ENDING.length()))
          .sorted()
          .toList();
    }
  }

  Begun read(String id) throws IOException {
    Path file = folder.resolve(id + ENDING);
    try {
      JsonNode node = JSON.readTree(Files.readAllBytes(file));
      return decode(node);
    } catch (NoSuchFileException e) {
      throw new SentenceException(
          "There is no recovery %s that was interrupted here.".formatted(id), e);
    }
  }

  private static ObjectNode encode(Begun begun) {
    RecoveryOrder order = begun.order();
    ObjectNode node = JSON.createObjectNode();
    node.put("store", begun.store()).put("shelf", order.shelf());
    if (order.destination() instanceof Destination.Folder to) {
      node.put("to", to.folder().toString());
    }
    node.put("ifThere", order.ifThere().name()).put("laterFiles", order.laterFiles().name());
    ArrayNode picks = node.putArray("picks");
    for (Pick pick : order.picks()) {
      ObjectNode one = picks.addObject();
      if (pick instanceof Pick.OfRevision of) {
        one.put("file", of.file()).put("revision", of.revision());
      } else if (pick instanceof Pick.OfMoment of) {
        one.put("path", java.util.HexFormat.of().formatHex(of.path().bytes()));
        one.put("at", of.moment().instant().toString());
        if (of.moment() instanceof Moment.InSnapshot in) {
          Snapshot snapshot = in.snapshot();
          one.put("snapshot", snapshot.id()).put("segment", snapshot.segment());
        }
      }
    }
    return node;
  }

  private static Begun decode(JsonNode node) {
    long shelf = node.get("shelf").asLong();
    List<Pick> picks = new ArrayList<>();
    for (JsonNode pick : node.get("picks")) {
      if (pick.has("file")) {
        picks.add(new Pick.OfRevision(pick.get("file").asLong(), pick.get("revision").asInt()));
        continue;
      }
      InnerPath path =
          InnerPath.ofBytes(java.util.HexFormat.of().parseHex(pick.get("path").asText()));
      Instant at = Instant.parse(pick.get("at").asText());
      Moment moment =
          pick.has("snapshot")
              ? new Moment.InSnapshot(
                  new Snapshot(
                      pick.get("snapshot").asLong(),
                      pick.get("segment").asLong(),
                      shelf,
                      InnerPath.ROOT,
                      "",
                      "",
                      "",
                      at,
                      "",
                      false))
              : new Moment.At(at);
      picks.add(new Pick.OfMoment(path, moment));
    }
    Destination destination =
        node.has("to")
            ? new Destination.Folder(Path.of(node.get("to").asText()))
            : new Destination.InPlace();
    RecoveryOrder order =
        new RecoveryOrder(
            shelf,
            picks,
            destination,
            IfThere.valueOf(node.get("ifThere").asText()),
            LaterFiles.valueOf(node.get("laterFiles").asText()));
    return new Begun(node.get("store").asText(), order);
  }
}
