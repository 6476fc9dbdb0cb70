package org.mendedleaf.core.office;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.Optional;

/**
 * When something was done last with each shelf on this desk: a file of the application's data. One
 * that cannot be read is as good as none: it is done once more. For one thread at a time.
 */
final class ShelfTimes {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final Path file;

  ShelfTimes(Path home, String name) {
    this.file = home.resolve(name);
  }

  Optional<Instant> of(Shelf shelf) throws IOException {
    JsonNode time = read().get(name(shelf));
    return time == null ? Optional.empty() : Optional.of(Instant.parse(time.asText()));
  }

  void note(Shelf shelf, Instant at) throws IOException {
    ObjectNode times = read();
    times.put(name(shelf), at.toString());
    write(times);
  }

  /** All times by their names. */
  ObjectNode read() throws IOException {
    try {
      JsonNode node = JSON.readTree(Files.readAllBytes(file));
      if (node instanceof ObjectNode times) {
        for (JsonNode time : times) {
          var unused = Instant.parse(time.asText());
        }
        return times;
      }
    } catch (NoSuchFileException e) {
      return JSON.createObjectNode();
    } catch (JsonProcessingException | DateTimeException e) {
      return JSON.createObjectNode();
    }
    return JSON.createObjectNode();
  }

  void write(ObjectNode times) throws IOException {
    Path pending = file.resolveSibling(file.getFileName() + ".pending");
    Files.writeString(pending, times.toPrettyString() + "\n");
    Files.move(pending, file, StandardCopyOption.REPLACE_EXISTING);
  }

  static String name(Shelf shelf) {
    return shelf.store() + "/" + shelf.id();
  }
}
