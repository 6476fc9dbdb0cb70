package org.mendedleaf.core.store.format;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.KeySlot;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Stretching;

/**
 * The part of an encrypted store's description that concerns its key.
 *
 * @param slots each opens the key by another secret
 * @param proof made with the key of all else that the description says, in hexadecimal digits
 */
public record StoreSeal(List<KeySlot> slots, String proof) {

  private static final HexFormat HEX = HexFormat.of();

  public StoreSeal {
    slots = List.copyOf(slots);
  }

  /** The key; empty if the passphrase is wrong. Takes as long as trying one costs. */
  public Optional<DataKey> open(String store, Passphrase passphrase) {
    return slots.stream().flatMap(slot -> slot.open(store, passphrase).stream()).findFirst();
  }

  /** The key; empty if the recovery key is another store's, or was replaced. */
  public Optional<DataKey> open(String store, RecoveryKey recovery) {
    return slots.stream().flatMap(slot -> slot.open(store, recovery).stream()).findFirst();
  }

  /** Whether there is a recovery key. */
  public boolean isRecoverable() {
    return slots.stream().anyMatch(slot -> !slot.isForPassphrase());
  }

  /** With these slots; a recovery key stays where they bring none. */
  public StoreSeal replaced(List<KeySlot> others) {
    List<KeySlot> all = new ArrayList<>(others);
    if (others.stream().allMatch(KeySlot::isForPassphrase)) {
      slots.stream().filter(slot -> !slot.isForPassphrase()).forEach(all::add);
    }
    return new StoreSeal(all, "");
  }

  StoreSeal with(String otherProof) {
    return new StoreSeal(slots, otherProof);
  }

  void write(ObjectNode into) {
    ArrayNode all = into.putArray("slots");
    for (KeySlot slot : slots) {
      ObjectNode one = all.addObject();
      slot.stretching()
          .ifPresent(
              cost ->
                  one.put("memory", cost.memory())
                      .put("passes", cost.passes())
                      .put("lanes", cost.lanes()));
      one.put("salt", HEX.formatHex(slot.salt())).put("wrapped", HEX.formatHex(slot.wrapped()));
    }
    into.put("proof", proof);
  }

  /**
   * @throws IllegalArgumentException if it says nothing that can be meant
   */
  static StoreSeal read(JsonNode node) {
    List<KeySlot> slots = new ArrayList<>();
    for (JsonNode one : node.required("slots")) {
      Optional<Stretching> cost =
          one.has("memory")
              ? Optional.of(
                  new Stretching(
                      one.required("memory").asInt(),
                      one.required("passes").asInt(),
                      one.required("lanes").asInt()))
              : Optional.empty();
      slots.add(
          new KeySlot(
              cost,
              HEX.parseHex(one.required("salt").asText()),
              HEX.parseHex(one.required("wrapped").asText())));
    }
    return new StoreSeal(slots, node.required("proof").asText());
  }
}
