package org.mendedleaf.core.adoption;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.log.LogHead;

/** A recovery sheet as JSON, so that nobody has to type it; docs/new-computer.md describes it. */
public final class SheetFormat {

  private static final int FORMAT = 1;

  /** Far more than a sheet of the largest office; anything above is another file. */
  private static final long MOST_BYTES = 10_000_000;

  private static final ObjectMapper JSON = new ObjectMapper();

  private SheetFormat() {}

  /** The sheet as text. */
  public static String encode(RecoverySheet sheet) {
    return json(sheet).toPrettyString() + "\n";
  }

  /** The sheet as JSON. */
  public static ObjectNode json(RecoverySheet sheet) {
    ObjectNode node = JSON.createObjectNode().put("recoverySheet", FORMAT);
    node.put("made", sheet.made().toString()).put("by", sheet.by());
    sheet.desk().ifPresent(desk -> node.put("desk", desk));
    sheet.home().ifPresent(home -> node.put("home", home.toString()));
    ArrayNode stores = node.putArray("stores");
    for (RecoverySheet.SheetStore store : sheet.stores()) {
      ObjectNode one = stores.addObject().put("id", store.id());
      one.put("folder", store.folder().toString());
      store
          .head()
          .ifPresent(
              head ->
                  one.putObject("head")
                      .put("commit", head.number())
                      .put("hash", head.hash().hex()));
      one.put("encrypted", store.isEncrypted());
      store.mirror().ifPresent(mirror -> one.put("mirror", mirror.toString()));
      store.drills().ifPresent(every -> one.put("drillEveryDays", every.toDays()));
    }
    ArrayNode shelves = node.putArray("shelves");
    for (RecoverySheet.SheetShelf shelf : sheet.shelves()) {
      ObjectNode one = shelves.addObject().put("store", shelf.store()).put("shelf", shelf.shelf());
      one.put("name", shelf.name()).put("folder", shelf.folder().toString());
    }
    ArrayNode arrivals = node.putArray("arrivals");
    sheet.arrivals().forEach(folder -> arrivals.add(folder.toString()));
    node.put("spoolLimit", sheet.spoolLimit());
    return node;
  }

  /**
   * Reads a sheet from a file.
   *
   * @throws SentenceException if there is none, or it is no recovery sheet
   */
  public static RecoverySheet read(Path file) throws IOException {
    try {
      if (Files.size(file) > MOST_BYTES) {
        throw new IOException("far too large");
      }
      return parse(Files.readString(file));
    } catch (NoSuchFileException e) {
      throw new SentenceException("There is no file %s. Nothing was changed.".formatted(file), e);
    } catch (SentenceException e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      // Whatever a text that is no sheet makes the parser do, it is no sheet.
      throw notOne(file, e);
    }
  }

  /** Whether a file is a recovery sheet that can be read. */
  public static boolean isOne(Path file) {
    if (!file.toString().endsWith(".json")) {
      return false;
    }
    try {
      var unused = read(file);
      return true;
    } catch (IOException e) {
      return false;
    }
  }

  private static SentenceException notOne(Path file, Exception e) {
    return new SentenceException(
        "%s is no recovery sheet that this program can read. Nothing was changed; take the file that ends in .json, or type where the store lies."
            .formatted(file),
        e);
  }

  static RecoverySheet parse(String text) throws IOException {
    JsonNode node = JSON.readTree(text);
    if (node.required("recoverySheet").intValue() != FORMAT) {
      throw new IOException("another format");
    }
    List<RecoverySheet.SheetStore> stores = new ArrayList<>();
    for (JsonNode one : node.required("stores")) {
      stores.add(store(one));
    }
    List<RecoverySheet.SheetShelf> shelves = new ArrayList<>();
    for (JsonNode one : node.required("shelves")) {
      shelves.add(
          new RecoverySheet.SheetShelf(
              text(one, "store"),
              one.required("shelf").longValue(),
              text(one, "name"),
              Path.of(text(one, "folder"))));
    }
    List<Path> arrivals = new ArrayList<>();
    for (JsonNode one : node.required("arrivals")) {
      arrivals.add(Path.of(one.textValue()));
    }
    return new RecoverySheet(
        Instant.parse(text(node, "made")),
        text(node, "by"),
        Optional.ofNullable(node.get("desk")).map(JsonNode::textValue),
        Optional.ofNullable(node.get("home")).map(JsonNode::textValue).map(Path::of),
        stores,
        shelves,
        arrivals,
        node.required("spoolLimit").longValue());
  }

  private static RecoverySheet.SheetStore store(JsonNode one) {
    Optional<LogHead> head =
        Optional.ofNullable(one.get("head"))
            .map(
                said ->
                    new LogHead(
                        said.required("commit").longValue(),
                        ContentId.of(HexFormat.of().parseHex(text(said, "hash")))));
    return new RecoverySheet.SheetStore(
        text(one, "id"),
        Path.of(text(one, "folder")),
        head,
        one.required("encrypted").booleanValue(),
        Optional.ofNullable(one.get("mirror")).map(JsonNode::textValue).map(Path::of),
        Optional.ofNullable(one.get("drillEveryDays")).map(days -> Duration.ofDays(days.asLong())));
  }

  private static String text(JsonNode node, String field) {
    JsonNode value = node.required(field);
    if (!value.isTextual()) {
      throw new IllegalArgumentException(field + " is no text");
    }
    return value.textValue();
  }
}
