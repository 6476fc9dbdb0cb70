package org.mendedleaf.core.drill;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;

/**
 * The intervals at which this desk drills its stores, in {@code drills.json}: days by store, 0 for
 * never; what is not in it is drilled every {@link #AT_FIRST}. Safe for several threads.
 */
final class DrillRhythms {

  static final Duration AT_FIRST = Duration.ofDays(30);

  private static final ObjectMapper JSON = new ObjectMapper();

  private final DeskFile file;

  DrillRhythms(Path home) {
    this.file = DeskFile.at(home.resolve("drills.json"));
  }

  /** Empty for never. */
  Optional<Duration> of(String store) throws IOException {
    Duration every = read().getOrDefault(store, AT_FIRST);
    return every.isZero() ? Optional.empty() : Optional.of(every);
  }

  synchronized void set(String store, Optional<Duration> every) throws IOException {
    Map<String, Duration> all = new HashMap<>(read());
    all.put(store, every.orElse(Duration.ZERO));
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    all.forEach((id, days) -> node.put(id, days.toDays()));
    file.write(node.toString());
  }

  private Map<String, Duration> read() throws IOException {
    try {
      return file.read(DrillRhythms::parse).orElse(Map.of());
    } catch (DamagedDeskFileException e) {
      return Map.of();
    }
  }

  private static Map<String, Duration> parse(String text) throws IOException {
    Map<String, Duration> all = new HashMap<>();
    for (Map.Entry<String, JsonNode> one : JSON.readTree(text).properties()) {
      all.put(one.getKey(), Duration.ofDays(one.getValue().asLong()));
    }
    return all;
  }
}
