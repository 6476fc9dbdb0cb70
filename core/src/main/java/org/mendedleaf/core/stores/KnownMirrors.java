package org.mendedleaf.core.stores;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.desk.DeskFile;

/**
 * The places of the mirrors of stores and how far this desk has seen them, in {@code mirrors.json}
 * in the application's data. Safe for several threads.
 */
final class KnownMirrors {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final DeskFile file;

  KnownMirrors(Path home) {
    this.file = DeskFile.keptTwice(home.resolve("mirrors.json"));
  }

  /**
   * @param at when it was brought up last
   * @param commits how many it had then
   */
  record KnownMirror(Path folder, Optional<Instant> at, long commits) {}

  Optional<KnownMirror> of(String store) throws IOException {
    JsonNode one = read().get(store);
    return one == null ? Optional.empty() : Optional.of(known(one));
  }

  synchronized void note(String store, KnownMirror mirror) throws IOException {
    ObjectNode all = read();
    ObjectNode one = all.putObject(store).put("folder", mirror.folder().toString());
    mirror.at().ifPresent(at -> one.put("at", at.toString()));
    one.put("commits", mirror.commits());
    file.write(all.toPrettyString());
  }

  synchronized void forget(String store) throws IOException {
    ObjectNode all = read();
    all.remove(store);
    file.write(all.toPrettyString());
  }

  private ObjectNode read() throws IOException {
    return file.read(KnownMirrors::parse).orElseGet(JsonNodeFactory.instance::objectNode);
  }

  private static ObjectNode parse(String text) throws IOException {
    ObjectNode all = (ObjectNode) JSON.readTree(text);
    for (JsonNode one : all) {
      var unused = known(one);
    }
    return all;
  }

  private static KnownMirror known(JsonNode one) {
    try {
      return new KnownMirror(
          Path.of(one.required("folder").asText()),
          Optional.ofNullable(one.get("at")).map(at -> Instant.parse(at.asText())),
          one.required("commits").asLong());
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("the time of a mirror cannot be understood", e);
    }
  }
}
