package org.mendedleaf.core.store.format;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Optional;
import org.mendedleaf.core.drive.Access;
import org.mendedleaf.core.seal.DataKey;

/**
 * The content of {@code store.json}. One line of JSON whose last member is the SHA-256 of all bytes
 * before {@code ,"sha256"}.
 *
 * @param format version of the store's format
 * @param id random name of the store, 32 hexadecimal digits
 * @param created when it was made
 * @param cutting how contents are cut
 * @param sheafLimit bytes after which a sheaf is closed
 * @param trial whether it was made under a set clock: for tests and demonstrations, for good
 * @param access who may enter it, where its place has permissions
 * @param onlyDesk the one desk that may write, where the place cannot publish if absent
 * @param seal how its key is opened, if it is encrypted
 */
public record StoreDescription(
    int format,
    String id,
    Instant created,
    Cutting cutting,
    long sheafLimit,
    boolean trial,
    Access access,
    Optional<String> onlyDesk,
    Optional<StoreSeal> seal) {

  /** The format of a plain store. */
  public static final int PLAIN = 1;

  /** The version of an encrypted store, and the newest that this program reads. */
  public static final int ENCRYPTED = 2;

  /** 64 MiB. */
  public static final long SHEAF_LIMIT = 64L << 20;

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String CHECKSUM = ",\"sha256\":\"";

  public StoreDescription {
    if (seal.isPresent() != (format == ENCRYPTED)) {
      throw new IllegalArgumentException("format " + format);
    }
  }

  /** Whether nobody can read it without a key. */
  public boolean isEncrypted() {
    return seal.isPresent();
  }

  /** The same store with another desk as the only one that writes. */
  public StoreDescription takenOverBy(String desk) {
    return new StoreDescription(
        format, id, created, cutting, sheafLimit, trial, access, Optional.of(desk), seal);
  }

  /** The same store, its key opened otherwise. */
  public StoreDescription sealed(Optional<StoreSeal> otherwise) {
    return new StoreDescription(
        format, id, created, cutting, sheafLimit, trial, access, onlyDesk, otherwise);
  }

  /** The same, proven to be written by somebody who has the key. */
  public StoreDescription provenWith(DataKey key) {
    return sealed(seal.map(one -> one.with(proof(key))));
  }

  /** Whether it was written by somebody who had the key: nothing that it says was changed. */
  public boolean isProvenBy(DataKey key) {
    return seal.map(one -> one.proof().equals(proof(key))).orElse(true);
  }

  private String proof(DataKey key) {
    byte[] all = sealed(seal.map(one -> one.with(""))).encode();
    return HexFormat.of().formatHex(key.proof("description", all));
  }

  public byte[] encode() {
    ObjectNode node = JSON.createObjectNode();
    node.put("format", format).put("store", id).put("created", created.toString());
    node.putObject("cutting")
        .put("min", cutting.min())
        .put("average", cutting.average())
        .put("max", cutting.max());
    node.put("sheafLimit", sheafLimit).put("trial", trial);
    if (access != Access.OWNER) {
      node.put("access", access.word());
    }
    onlyDesk.ifPresent(desk -> node.put("onlyDesk", desk));
    seal.ifPresent(one -> one.write(node.putObject("seal")));
    String text = node.toString();
    byte[] open = text.substring(0, text.length() - 1).getBytes(StandardCharsets.UTF_8);
    String hash = ContentId.hash(open, 0, open.length).hex();
    return (new String(open, StandardCharsets.UTF_8) + CHECKSUM + hash + "\"}\n")
        .getBytes(StandardCharsets.UTF_8);
  }

  /**
   * @param where named in exceptions
   * @throws StoreFormatException if it is of a newer format, whatever else it may say
   */
  public static StoreDescription decode(byte[] bytes, String where)
      throws StoreFormatException, DamagedContentException {
    String text = new String(bytes, StandardCharsets.UTF_8);
    try {
      JsonNode node = JSON.readTree(text);
      int format = node.path("format").asInt();
      if (format > ENCRYPTED) {
        throw new StoreFormatException(
            "%s is of format %d; this program reads up to %d. Nothing was changed; a newer Mended Leaf can open it."
                .formatted(where, format, ENCRYPTED));
      }
      int end = text.lastIndexOf(CHECKSUM);
      byte[] open = text.substring(0, Math.max(end, 0)).getBytes(StandardCharsets.UTF_8);
      if (!ContentId.hash(open, 0, open.length).hex().equals(node.path("sha256").asText())) {
        throw new DamagedContentException(where, "its text does not fit its checksum");
      }
      JsonNode cut = node.get("cutting");
      return new StoreDescription(
          format,
          node.get("store").asText(),
          Instant.parse(node.get("created").asText()),
          new Cutting(cut.get("min").asInt(), cut.get("average").asInt(), cut.get("max").asInt()),
          node.get("sheafLimit").asLong(),
          node.get("trial").asBoolean(),
          Access.of(node.path("access").asText()),
          Optional.ofNullable(node.get("onlyDesk")).map(JsonNode::asText),
          Optional.ofNullable(node.get("seal")).map(StoreSeal::read));
    } catch (JsonProcessingException e) {
      throw new DamagedContentException(where, "it is no whole JSON text");
    } catch (IllegalArgumentException e) {
      throw new DamagedContentException(where, "it says what no program has written");
    }
  }
}
