package org.mendedleaf.core.telling;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;

/**
 * What a desk has told already, what waits for the end of quiet hours, and these. News are kept by
 * their keys, so no name of anything erased stays here. For one thread at a time.
 */
final class ToldBefore {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String QUIET = "quiet";
  private static final String TOLD = "told";
  private static final String WAITING = "waiting";

  private final DeskFile file;

  ToldBefore(Path home) {
    this.file = DeskFile.at(home.resolve("telling.json"));
  }

  private ObjectNode read() throws IOException {
    try {
      return file.read(text -> (ObjectNode) JSON.readTree(text)).orElseGet(JSON::createObjectNode);
    } catch (DamagedDeskFileException e) {
      // Then what is there now counts as told, and nothing is quiet.
      return JSON.createObjectNode();
    }
  }

  Optional<QuietHours> quiet() throws IOException {
    JsonNode written = read().path(QUIET);
    try {
      return written.isTextual()
          ? Optional.of(QuietHours.parse(written.asText()))
          : Optional.empty();
    } catch (SentenceException e) {
      return Optional.empty();
    }
  }

  void quiet(Optional<QuietHours> hours) throws IOException {
    ObjectNode all = read();
    hours.ifPresentOrElse(set -> all.put(QUIET, set.shown()), () -> all.remove(QUIET));
    file.write(all.toString());
  }

  /**
   * What was told of a shelf; empty if it was never looked at.
   *
   * @param shelf a store's id and a shelf's number
   */
  Optional<Set<String>> of(String shelf) throws IOException {
    JsonNode keys = read().path(TOLD).path(shelf);
    return keys.isArray() ? Optional.of(texts(keys)) : Optional.empty();
  }

  /** What waits for the end of quiet hours, of all shelves. */
  Set<String> waiting() throws IOException {
    return texts(read().path(WAITING));
  }

  /** Remembers what is known of a shelf now, in place of what was, and what more waits. */
  void remember(String shelf, Set<String> keys, Set<String> wait) throws IOException {
    ObjectNode all = read();
    ArrayNode told = all.withObject("/" + TOLD).putArray(shelf);
    keys.forEach(told::add);
    Set<String> waiting = texts(all.path(WAITING));
    waiting.addAll(wait);
    put(all, waiting);
  }

  void nothingWaits() throws IOException {
    put(read(), Set.of());
  }

  private void put(ObjectNode all, Set<String> waiting) throws IOException {
    ArrayNode array = all.putArray(WAITING);
    waiting.forEach(array::add);
    file.write(all.toString());
  }

  private static Set<String> texts(JsonNode array) {
    Set<String> texts = new TreeSet<>();
    array.forEach(one -> texts.add(one.asText()));
    return texts;
  }
}
