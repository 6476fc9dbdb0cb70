package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Puts the records of small sheaves together into a new one, byte for byte. Committing that, and
 * deleting the old files later, is for the caller. Safe beside readers and writers.
 */
public final class Packing {

  /** A sheaf below this many bytes is small. */
  public static final long SMALL = 4L << 20;

  private final Store store;

  Packing(Store store) {
    this.store = store;
  }

  /** Those of these sheaves that are small, as many as fit into one. */
  public List<SheafId> small(List<SheafId> sheaves) throws IOException {
    List<SheafId> small = new ArrayList<>();
    long room = store.description().sheafLimit();
    for (SheafId id : sheaves) {
      long size = Files.size(store.layout().sheaf(id));
      if (size < SMALL && size <= room) {
        small.add(id);
        room -= size;
      }
    }
    return small;
  }

  /**
   * Writes one sheaf with all records of these. It is durable, and no commit mentions it yet.
   *
   * @throws DamagedContentException if one of them is damaged; nothing is left then
   */
  public FinishedSheaf pack(List<SheafId> sheaves) throws IOException {
    SheafId id = SheafId.random(store.random());
    try (SheafWriter writer = new SheafWriter(store.layout(), store.durability(), id)) {
      for (SheafId old : sheaves) {
        for (SheafFormat.Extent extent : store.sheaves().reading(old, SheafReader::extents)) {
          writer.append(
              store
                  .sheaves()
                  .reading(old, reader -> reader.record(extent.offset(), extent.length())));
        }
      }
      return writer.finish();
    }
  }

  /** Deletes a sheaf that no commit holds any more. */
  public void delete(SheafId id) throws IOException {
    store.sheaves().forget(id);
    Path file = store.layout().sheaf(id);
    Files.deleteIfExists(file);
  }
}
