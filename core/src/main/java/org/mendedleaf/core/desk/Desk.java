package org.mendedleaf.core.desk;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * The knowledge of this desk alone: its own id, where its stores lie, and which folder each shelf
 * is bound to. Kept in {@code desk.json} in the application's data; everything else is in the
 * stores.
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

  public Desk with(KnownStore store) {
    List<KnownStore> more = new ArrayList<>(stores);
    more.removeIf(known -> known.id().equals(store.id()));
    more.add(store);
    return new Desk(id, more, bindings);
  }

  public Desk with(Binding binding) {
    List<Binding> more = new ArrayList<>(bindings);
    more.removeIf(b -> b.store().equals(binding.store()) && b.shelf() == binding.shelf());
    more.add(binding);
    return new Desk(id, stores, more);
  }

  public Desk without(Binding binding) {
    List<Binding> fewer = new ArrayList<>(bindings);
    fewer.remove(binding);
    return new Desk(id, stores, fewer);
  }

  /**
   * Reads the desk of this home, or makes a new one.
   *
   * @throws org.mendedleaf.core.desk.DamagedDeskFileException if it is damaged, and so is its copy
   */
  public static Desk load(Path home, RandomGenerator random) throws IOException {
    Optional<Desk> known = file(home).read(Desk::parse);
    if (known.isPresent()) {
      return known.get();
    }
    byte[] id = new byte[8];
    random.nextBytes(id);
    Desk desk = new Desk(HexFormat.of().formatHex(id), List.of(), List.of());
    desk.save(home);
    return desk;
  }

  /**
   * Reads the desk of another home; nothing is written there.
   *
   * @throws SentenceException if there is none, or it is damaged and so is its copy
   */
  public static Desk read(Path home) throws IOException {
    return file(home)
        .read(Desk::parse)
        .orElseThrow(() -> new SentenceException("There is no desk in %s.".formatted(home)));
  }

  private static DeskFile file(Path home) {
    return DeskFile.keptTwice(home.resolve(FILE));
  }

  private static Desk parse(String text) throws IOException {
    JsonNode node = JSON.readTree(text);
    List<KnownStore> stores = new ArrayList<>();
    for (JsonNode store : node.required("stores")) {
      stores.add(
          new KnownStore(
              store.required("id").textValue(), Path.of(store.required("folder").textValue())));
    }
    List<Binding> bindings = new ArrayList<>();
    for (JsonNode binding : node.required("shelves")) {
      bindings.add(
          new Binding(
              binding.required("store").textValue(),
              binding.required("shelf").longValue(),
              Path.of(binding.required("folder").textValue())));
    }
    String id = node.required("desk").textValue();
    return new Desk(Objects.requireNonNull(id, "a desk has an id"), stores, bindings);
  }

  public void save(Path home) throws IOException {
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
    file(home).write(node.toPrettyString());
  }
}
