package org.mendedleaf.core.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;

/**
 * The time at which something was last done with each shelf on this desk: a file of the
 * application's data. A file that cannot be read counts as none, and the work is done once more.
 * Safe for several threads.
 */
public final class ShelfTimes {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final DeskFile file;

  ShelfTimes(Path home, String name) {
    this.file = DeskFile.at(home.resolve(name));
  }

  public Optional<Instant> of(Shelf shelf) throws IOException {
    JsonNode time = read().get(name(shelf));
    return time == null ? Optional.empty() : Optional.of(Instant.parse(time.asText()));
  }

  public void note(Shelf shelf, Instant at) throws IOException {
    change(times -> times.put(name(shelf), at.toString()));
  }

  /** All times by their names. */
  synchronized ObjectNode read() throws IOException {
    try {
      return file.read(ShelfTimes::parse).orElseGet(JsonNodeFactory.instance::objectNode);
    } catch (DamagedDeskFileException e) {
      return JsonNodeFactory.instance.objectNode();
    }
  }

  private static ObjectNode parse(String text) throws IOException {
    ObjectNode times = (ObjectNode) JSON.readTree(text);
    for (JsonNode time : times) {
      var unused = Instant.parse(time.asText());
    }
    return times;
  }

  /** Reads, changes and writes, with nobody in between. */
  synchronized void change(UnaryOperator<ObjectNode> change) throws IOException {
    file.write(change.apply(read()).toPrettyString());
  }

  public static String name(Shelf shelf) {
    return name(shelf.store(), shelf.id());
  }

  static String name(String store, long shelf) {
    return store + "/" + shelf;
  }
}
