package org.mendedleaf.core.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Optional;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.log.LogHead;

/**
 * The last commit of each store that this desk has seen, so that a log that has become shorter, or
 * has been exchanged, is noticed before anything is written to it. Kept in {@code heads.json} in
 * the application's data. Safe for several threads.
 */
final class SeenHeads {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final DeskFile file;

  SeenHeads(Path home) {
    this.file = DeskFile.at(home.resolve("heads.json"));
  }

  Optional<LogHead> of(String store) throws IOException {
    JsonNode head = read().get(store);
    return head == null ? Optional.empty() : Optional.of(head(head));
  }

  /** Remembers that this desk has seen the log so far. */
  synchronized void note(String store, LogHead head) throws IOException {
    if (!of(store).equals(Optional.of(head))) {
      ObjectNode heads = read();
      heads.putObject(store).put("commit", head.number()).put("hash", head.hash().hex());
      file.write(heads.toPrettyString());
    }
  }

  /** Where it cannot be read, nothing is known of any store until it is opened the next time. */
  private synchronized ObjectNode read() throws IOException {
    try {
      return file.read(SeenHeads::parse).orElseGet(JsonNodeFactory.instance::objectNode);
    } catch (DamagedDeskFileException e) {
      return JsonNodeFactory.instance.objectNode();
    }
  }

  private static ObjectNode parse(String text) throws IOException {
    ObjectNode heads = (ObjectNode) JSON.readTree(text);
    for (JsonNode head : heads) {
      var unused = head(head);
    }
    return heads;
  }

  private static LogHead head(JsonNode head) {
    byte[] hash = HexFormat.of().parseHex(head.required("hash").asText());
    return new LogHead(head.required("commit").asLong(), ContentId.of(hash));
  }
}
