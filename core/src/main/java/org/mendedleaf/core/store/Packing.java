package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.SheafWriter;

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
      long size = store.sheaves().length(id);
      if (size >= 0 && size < SMALL && size <= room) {
        small.add(id);
        room -= size;
      }
    }
    return small;
  }

  /**
   * What was packed.
   *
   * @param sheaf durable, and no commit mentions it yet
   * @param from those whose records it holds
   */
  public record Packed(FinishedSheaf sheaf, List<SheafId> from) {
    public Packed {
      from = List.copyOf(from);
    }
  }

  /**
   * Writes one sheaf with all records of these. One that is damaged stays as it is, so that it does
   * not keep the others from being packed.
   *
   * @param enough fewer are not worth it
   * @return empty if fewer than that are whole; nothing is left then
   */
  public Optional<Packed> pack(List<SheafId> sheaves, int enough) throws IOException {
    List<SheafId> whole = new ArrayList<>(sheaves);
    while (whole.size() >= enough) {
      Optional<SheafId> damaged = Optional.empty();
      SheafId id = SheafId.random(store.random());
      try (SheafWriter writer = store.sheafWriter(id)) {
        for (SheafId old : whole) {
          try {
            copy(old, writer);
          } catch (DamagedContentException e) {
            damaged = Optional.of(old);
            break;
          }
        }
        if (damaged.isEmpty()) {
          return Optional.of(new Packed(writer.finish(), whole));
        }
      }
      whole.remove(damaged.get());
    }
    return Optional.empty();
  }

  /**
   * Writes a sheaf with those records of a damaged one that are whole.
   *
   * @return empty if none of them is, or the sheaf is gone
   */
  public Optional<FinishedSheaf> rescue(SheafId damaged) throws IOException {
    List<SheafFormat.Extent> extents;
    try {
      extents = store.sheaves().reading(damaged, SheafReader::extents);
    } catch (DamagedContentException e) {
      extents = List.of();
    }
    SheafId id = SheafId.random(store.random());
    boolean any = false;
    try (SheafWriter writer = store.sheafWriter(id)) {
      for (SheafFormat.Extent extent : extents) {
        any |= copyIfWhole(damaged, extent, writer);
      }
      return any ? Optional.of(writer.finish()) : Optional.empty();
    }
  }

  private boolean copyIfWhole(SheafId from, SheafFormat.Extent extent, SheafWriter writer)
      throws IOException {
    try {
      copy(from, extent, writer);
      return true;
    } catch (DamagedContentException e) {
      return false;
    }
  }

  private void copy(SheafId old, SheafWriter writer) throws IOException {
    for (SheafFormat.Extent extent : store.sheaves().reading(old, SheafReader::extents)) {
      copy(old, extent, writer);
    }
  }

  private void copy(SheafId from, SheafFormat.Extent extent, SheafWriter writer)
      throws IOException {
    byte[] bytes =
        store.sheaves().reading(from, reader -> reader.raw(extent.offset(), extent.length()));
    writer.append(
        bytes, store.sheaves().reading(from, reader -> reader.decode(bytes, extent.offset())));
  }

  /** Deletes a sheaf that no commit holds any more. */
  public void delete(SheafId id) throws IOException {
    store.sheaves().forget(id);
    Path file = store.layout().sheaf(id);
    Files.deleteIfExists(file);
  }
}
