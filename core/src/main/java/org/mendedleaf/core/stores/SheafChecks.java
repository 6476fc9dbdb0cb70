package org.mendedleaf.core.stores;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.store.format.SheafId;

/**
 * The times at which this desk last read each sheaf of a store whole, and what it found. Kept in
 * {@code checks/STORE.json} in the application's data; where that cannot be read, everything is due
 * again. Safe for several threads.
 */
final class SheafChecks {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final DeskFile file;

  private SheafChecks(DeskFile file) {
    this.file = file;
  }

  static SheafChecks of(Path home, String store) {
    return new SheafChecks(DeskFile.at(home.resolve("checks").resolve(store + ".json")));
  }

  /** Those of the store's mirror, in {@code checks/STORE-mirror.json}. */
  static SheafChecks ofMirror(Path home, String store) {
    return new SheafChecks(DeskFile.at(home.resolve("checks").resolve(store + "-mirror.json")));
  }

  /** The last reading of a sheaf, and whether every byte of it was what had been written. */
  record SheafCheck(Instant at, boolean whole) {}

  /**
   * What is known.
   *
   * @param upTo until when nothing more is due, with what was read in slices
   */
  record Known(Map<SheafId, SheafCheck> sheaves, Optional<Instant> upTo) {
    Known {
      sheaves = Map.copyOf(sheaves);
    }
  }

  Known read() throws IOException {
    try {
      return file.read(SheafChecks::parse).orElseGet(() -> new Known(Map.of(), Optional.empty()));
    } catch (DamagedDeskFileException e) {
      return new Known(Map.of(), Optional.empty());
    }
  }

  /**
   * Adds what was found.
   *
   * @param living what is not among these is forgotten
   * @param upTo empty where it was no slice
   */
  synchronized void note(
      Map<SheafId, SheafCheck> found, Collection<SheafId> living, Optional<Instant> upTo)
      throws IOException {
    Known before = read();
    Map<SheafId, SheafCheck> all = new HashMap<>(before.sheaves());
    all.putAll(found);
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    upTo.or(before::upTo).ifPresent(at -> node.put("upTo", at.toString()));
    ObjectNode sheaves = node.putObject("sheaves");
    for (SheafId sheaf : living) {
      SheafCheck check = all.get(sheaf);
      if (check != null) {
        ObjectNode one = sheaves.putObject(sheaf.text()).put("at", check.at().toString());
        if (!check.whole()) {
          one.put("damaged", true);
        }
      }
    }
    file.write(node.toString());
  }

  private static Known parse(String text) throws IOException {
    try {
      JsonNode node = JSON.readTree(text);
      Map<SheafId, SheafCheck> sheaves = new HashMap<>();
      for (Map.Entry<String, JsonNode> one : node.required("sheaves").properties()) {
        Instant at = Instant.parse(one.getValue().required("at").asText());
        sheaves.put(new SheafId(one.getKey()), new SheafCheck(at, !one.getValue().has("damaged")));
      }
      Optional<Instant> upTo =
          Optional.ofNullable(node.get("upTo")).map(at -> Instant.parse(at.asText()));
      return new Known(sheaves, upTo);
    } catch (DateTimeException | IllegalArgumentException e) {
      throw new IOException("The dates of checks cannot be understood.", e);
    }
  }
}
