package org.mendedleaf.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;

/**
 * Reads picks that somebody wrote down; schema picks.json.
 *
 * <pre>
 * {"picks":[{"file":FILE,"revision":R}, {"place":"SHELF:inner/path","at":WHEN},
 *           {"place":"SHELF","snapshot":LABEL}]}
 * </pre>
 */
final class PickFile {

  private final Office office;
  private final Path folder;
  private final Instant now;

  /**
   * @param folder from which relative paths are meant
   * @param now what a pick without a moment means
   */
  PickFile(Office office, Path folder, Instant now) {
    this.office = office;
    this.folder = folder;
    this.now = now;
  }

  List<Tray.Entry> read(Path file) throws IOException {
    JsonNode picks;
    try {
      picks = new ObjectMapper().readTree(Files.readAllBytes(file)).path("picks");
    } catch (NoSuchFileException e) {
      throw new SentenceException("There is no file %s. Nothing was done.".formatted(file), e);
    } catch (JsonProcessingException e) {
      throw new SentenceException(
          "%s is no JSON (%s). Nothing was done.".formatted(file, e.getOriginalMessage()), e);
    }
    if (!picks.isArray() || picks.isEmpty()) {
      throw new SentenceException(
          "%s has no list “picks”. Nothing was done; “mended-leaf recover --help” says how it is written."
              .formatted(file));
    }
    List<Tray.Entry> entries = new ArrayList<>();
    for (JsonNode pick : picks) {
      entries.add(entry(pick));
    }
    return entries;
  }

  private Tray.Entry entry(JsonNode node) throws IOException {
    if (node.has("file")) {
      FileLife life =
          office.files().life(office.addresses().file(node.get("file").asText(), folder));
      int number =
          node.has("revision")
              ? Addresses.revision(node.get("revision").asText(), life)
              : life.newest().number();
      return new Tray.Entry(
          life.shelf().store(), life.shelf().id(), new Pick.OfRevision(life.file().id(), number));
    }
    if (!node.has("place")) {
      throw new SentenceException(
          "A pick has neither “file” nor “place”: %s. Nothing was done.".formatted(node));
    }
    ShelfFolder asked = ShelfFolder.parse(office, node.get("place").asText());
    Shelf shelf = asked.shelf();
    Moment moment =
        node.has("snapshot")
            ? new Moment.InSnapshot(office.snapshots().named(shelf, node.get("snapshot").asText()))
            : Moment.of(
                new When(office.settings().zone()).parse(node.path("at").asText("now"), now), now);
    return new Tray.Entry(shelf.store(), shelf.id(), new Pick.OfMoment(asked.folder(), moment));
  }
}
