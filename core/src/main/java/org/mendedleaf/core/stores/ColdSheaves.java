package org.mendedleaf.core.stores;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.Pressing;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafId;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Presses sheaves to which nothing was added for long: what is captured must be fast, and what lies
 * for years should be small. Which sheaves were tried is kept in {@code pressed/STORE.json} in the
 * application's data; where that cannot be read, they are tried again. Safe for several threads.
 */
public final class ColdSheaves {

  private static final Logger LOG = LoggerFactory.getLogger(ColdSheaves.class);
  private static final ObjectMapper JSON = new ObjectMapper();

  /** What is younger may still be packed with others. */
  public static final Duration COLD = Duration.ofDays(7);

  /** So many times the length of a sheaf must be free. */
  private static final int ROOM = 4;

  private final OpenDesk desk;
  private final OfficeSettings settings;

  ColdSheaves(OpenDesk desk, OfficeSettings settings) {
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * Presses one sheaf of a store, if there is a cold one that becomes smaller; for idle moments.
   *
   * @param cold for how long it must have been there
   * @return the bytes that are freed; they are when other desks had time to see the new place
   */
  public long press(String store, Duration cold, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    if (opened.isSpool()
        || !opened.store().durability().isWritable()
        || opened.trouble().isPresent()) {
      return 0;
    }
    Instant before = settings.clock().instant().minus(cold);
    Catalogue catalogue = opened.catalogue();
    Set<SheafId> tried = tried(store);
    for (SheafId sheaf : catalogue.ledger().sheavesBefore(before)) {
      long freed = tried.contains(sheaf) ? 0 : press(opened, sheaf, progress);
      if (freed > 0) {
        return freed;
      }
    }
    return 0;
  }

  private long press(OpenStore store, SheafId sheaf, Progress progress) throws IOException {
    Catalogue catalogue = store.catalogue();
    progress.phase(Phase.WRITING, 0, 0);
    List<FinishedSheaf> pressed;
    long length;
    try {
      length = store.store().lengthOf(sheaf);
      if (settings.places().freeBytes(store.store().root()) < ROOM * length) {
        // Both are there for a while, and recording needs the room more.
        return 0;
      }
      pressed =
          new Pressing(store.store(), catalogue).press(sheaf, bytes -> progress.checkCancelled());
    } catch (DamagedContentException | NoSuchFileException e) {
      // Verifying finds and tells it; a damaged sheaf is to stay as it is.
      LOG.info("The sheaf {} was not pressed: {}", sheaf.text(), e.getMessage());
      note(store, sheaf, List.of());
      return 0;
    }
    if (pressed.isEmpty()) {
      note(store, sheaf, List.of());
      return 0;
    }
    boolean committed =
        store
            .journal()
            .replace(
                Act.PACK, pressed, List.of(sheaf), settings.clock().instant(), settings.person());
    if (!committed) {
      // Another desk has packed or erased something in it meanwhile.
      for (FinishedSheaf one : pressed) {
        store.store().packing().delete(one.id());
      }
      return 0;
    }
    note(store, sheaf, pressed);
    return length - pressed.stream().mapToLong(FinishedSheaf::bytes).sum();
  }

  private DeskFile file(String store) {
    return DeskFile.at(settings.home().resolve("pressed").resolve(store + ".json"));
  }

  private Set<SheafId> tried(String store) throws IOException {
    try {
      return file(store).read(ColdSheaves::parse).orElse(Set.of());
    } catch (DamagedDeskFileException e) {
      return Set.of();
    }
  }

  private static Set<SheafId> parse(String text) throws IOException {
    Set<SheafId> sheaves = new HashSet<>();
    JsonNode all = Optional.ofNullable(JSON.readTree(text).get("sheaves")).orElseThrow();
    all.forEach(one -> sheaves.add(new SheafId(one.asText())));
    return sheaves;
  }

  private synchronized void note(OpenStore store, SheafId tried, List<FinishedSheaf> pressed)
      throws IOException {
    Set<SheafId> all = new HashSet<>(tried(store.id()));
    all.add(tried);
    pressed.forEach(one -> all.add(one.id()));
    all.retainAll(Set.copyOf(store.catalogue().ledger().sheaves()));
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    ArrayNode sheaves = node.putArray("sheaves");
    all.stream().map(SheafId::text).sorted().forEach(sheaves::add);
    file(store.id()).write(node.toString());
  }
}
