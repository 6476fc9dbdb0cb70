package org.mendedleaf.core.store;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.StoreFormatException;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.log.Segment;

/**
 * A mirror's statement about itself, in {@code mirror.json} beside its files.
 *
 * @param store id of the store that it mirrors
 * @param at when it was brought up last; empty if it never was to the end
 * @param commits how many commits it has
 * @param hash of the last of them
 * @param leaving sheaves that the store does not have any more, and since when
 * @param missing how many sheaves it could not take over, since they are damaged in the store
 */
public record MirrorMark(
    String store,
    Optional<Instant> at,
    long commits,
    ContentId hash,
    Map<SheafId, Instant> leaving,
    int missing) {

  static final String NAME = "mirror.json";

  private static final int FORMAT = 1;
  private static final ObjectMapper JSON = new ObjectMapper();

  public MirrorMark {
    leaving = Map.copyOf(leaving);
  }

  static MirrorMark begin(String store) {
    return new MirrorMark(store, Optional.empty(), 0, Segment.NO_PREDECESSOR, Map.of(), 0);
  }

  static Optional<MirrorMark> read(StoreLayout layout) throws IOException {
    Path file = layout.root().resolve(NAME);
    JsonNode node;
    try {
      node = JSON.readTree(Files.readString(file));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    } catch (com.fasterxml.jackson.core.JacksonException e) {
      throw new DamagedContentException(file.toString(), "it is no whole JSON text");
    }
    try {
      if (node.required("format").asInt() != FORMAT) {
        throw new StoreFormatException(
            "The mirror in %s was made by a newer Mended Leaf.".formatted(layout.root()));
      }
      Map<SheafId, Instant> leaving = new HashMap<>();
      node.required("leaving")
          .properties()
          .forEach(
              one ->
                  leaving.put(new SheafId(one.getKey()), Instant.parse(one.getValue().asText())));
      return Optional.of(
          new MirrorMark(
              node.required("store").asText(),
              Optional.ofNullable(node.get("at")).map(at -> Instant.parse(at.asText())),
              node.required("commits").asLong(),
              ContentId.of(HexFormat.of().parseHex(node.required("hash").asText())),
              leaving,
              node.required("missing").asInt()));
    } catch (IllegalArgumentException | DateTimeException e) {
      throw new DamagedContentException(file.toString(), "it does not say what a mirror says");
    }
  }

  /**
   * @param random for a name that no other desk uses, which may bring the mirror up as well
   */
  void write(StoreLayout layout, Durability durability, RandomGenerator random) throws IOException {
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    node.put("format", FORMAT).put("store", store);
    at.ifPresent(when -> node.put("at", when.toString()));
    node.put("commits", commits).put("hash", hash.hex()).put("missing", missing);
    ObjectNode sheaves = node.putObject("leaving");
    leaving.forEach((sheaf, since) -> sheaves.put(sheaf.text(), since.toString()));
    Path file = layout.root().resolve(NAME);
    Path temporary = StoreLayout.pending(file, random);
    layout
        .access()
        .write(temporary, node.toPrettyString().getBytes(java.nio.charset.StandardCharsets.UTF_8));
    durability.force(temporary);
    durability.replace(temporary, file);
  }
}
