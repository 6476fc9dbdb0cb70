package org.mendedleaf.core.office;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * What only this desk knows: its own id, where its stores lie, and which folder each shelf is bound
 * to. Kept in {@code desk.json} in the application's data; everything else is in the stores.
 *
 * @param id random id of this desk, 16 hexadecimal digits
 * @param stores the stores that this desk knows
 * @param bindings the shelves whose folders are here
 */
public record Desk(String id, List<KnownStore> stores, List<Binding> bindings) {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String FILE = "desk.json";

  public Desk {
    stores = List.copyOf(stores);
    bindings = List.copyOf(bindings);
  }

  /** A store and where it lies. */
  public record KnownStore(String id, Path folder) {}

  /** A shelf of a store and the folder that it records on this desk. */
  public record Binding(String store, long shelf, Path folder) {}

  /** The folder that a shelf is bound to here. */
  public Optional<Path> folderOf(String store, long shelf) {
    return bindings.stream()
        .filter(binding -> binding.store().equals(store) && binding.shelf() == shelf)
        .map(Binding::folder)
        .findFirst();
  }

  Desk with(KnownStore store) {
    List<KnownStore> more = new ArrayList<>(stores);
    more.removeIf(known -> known.id().equals(store.id()));
    more.add(store);
    return new Desk(id, more, bindings);
  }

  Desk with(Binding binding) {
    List<Binding> more = new ArrayList<>(bindings);
    more.removeIf(b -> b.store().equals(binding.store()) && b.shelf() == binding.shelf());
    more.add(binding);
    return new Desk(id, stores, more);
  }

  /** Reads the desk of this home, or makes a new one. */
  static Desk load(Path home, RandomGenerator random) throws IOException {
    Path file = home.resolve(FILE);
    if (!Files.exists(file)) {
      byte[] id = new byte[8];
      random.nextBytes(id);
      Desk desk = new Desk(HexFormat.of().formatHex(id), List.of(), List.of());
      desk.save(home);
      return desk;
    }
    JsonNode node = JSON.readTree(Files.readAllBytes(file));
    List<KnownStore> stores = new ArrayList<>();
    for (JsonNode store : node.get("stores")) {
      stores.add(new KnownStore(store.get("id").asText(), Path.of(store.get("folder").asText())));
    }
    List<Binding> bindings = new ArrayList<>();
    for (JsonNode binding : node.get("shelves")) {
      bindings.add(
          new Binding(
              binding.get("store").asText(),
              binding.get("shelf").asLong(),
              Path.of(binding.get("folder").asText())));
    }
    return new Desk(node.get("desk").asText(), stores, bindings);
  }

  void save(Path home) throws IOException {
    ObjectNode node = JSON.createObjectNode().put("desk", id);
    ArrayNode storeNodes = node.putArray("stores");
    for (KnownStore store : stores) {
      storeNodes.addObject().put("id", store.id()).put("folder", store.folder().toString());
    }
    ArrayNode shelfNodes = node.putArray("shelves");
    for (Binding binding : bindings) {
      shelfNodes
          .addObject()
          .put("store", binding.store())
          .put("shelf", binding.shelf())
          .put("folder", binding.folder().toString());
    }
    Path temporary = home.resolve(FILE + ".new");
    Files.writeString(temporary, node.toPrettyString() + "\n");
    Files.move(
        temporary,
        home.resolve(FILE),
        StandardCopyOption.ATOMIC_MOVE,
        StandardCopyOption.REPLACE_EXISTING);
  }
}
