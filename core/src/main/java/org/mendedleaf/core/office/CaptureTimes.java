package org.mendedleaf.core.office;

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
 * When this desk looked through each shelf last, whether or not anything had changed: the ledger
 * knows only of captures that found something. Kept in {@code captures.json} in the application's
 * data. For whoever holds the desk's turn to capture.
 */
final class CaptureTimes {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String FILE = "captures.json";
  private static final String JUMP = "jump";

  private final Path file;

  CaptureTimes(Path home) {
    this.file = home.resolve(FILE);
  }

  void note(Shelf shelf, Instant at) throws IOException {
    ObjectNode times = read();
    Optional<Instant> before = last();
    if (before.isPresent() && at.isAfter(before.get().plus(LettingGo.QUIET))) {
      // What is captured after a jump must not hide it.
      times.put(JUMP, before.get().toString());
    }
    times.put(name(shelf), at.toString());
    write(times);
  }

  /** From when the clock jumped ahead, or a long quiet began, that nobody has confirmed. */
  Optional<Instant> jump() throws IOException {
    return Optional.ofNullable(read().get(JUMP)).map(from -> Instant.parse(from.asText()));
  }

  /** A person has said that the clock is right. */
  void confirm() throws IOException {
    ObjectNode times = read();
    if (times.remove(JUMP) != null) {
      write(times);
    }
  }

  private void write(ObjectNode times) throws IOException {
    Path pending = file.resolveSibling(FILE + ".pending");
    Files.writeString(pending, times.toPrettyString() + "\n");
    Files.move(pending, file, StandardCopyOption.REPLACE_EXISTING);
  }

  /** When a shelf was looked through last; empty if it never was. */
  Optional<Instant> of(Shelf shelf) throws IOException {
    JsonNode time = read().get(name(shelf));
    return time == null ? Optional.empty() : Optional.of(Instant.parse(time.asText()));
  }

  /** When any shelf was looked through last. */
  Optional<Instant> last() throws IOException {
    Optional<Instant> last = Optional.empty();
    for (JsonNode time : read()) {
      Instant one = Instant.parse(time.asText());
      last = Optional.of(last.filter(other -> other.isAfter(one)).orElse(one));
    }
    return last;
  }

  /** One that cannot be read is as good as none: shelves are looked through once more. */
  private ObjectNode read() throws IOException {
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
    } catch (com.fasterxml.jackson.core.JsonProcessingException | DateTimeException e) {
      return JSON.createObjectNode();
    }
    return JSON.createObjectNode();
  }

  private static String name(Shelf shelf) {
    return shelf.store() + "/" + shelf.id();
  }
}
