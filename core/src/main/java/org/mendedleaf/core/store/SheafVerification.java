package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoreFormatException;
import org.mendedleaf.core.store.format.StoreLayout;

/**
 * Checks one sheaf at a time; finds all damage instead of stopping at the first. Safe for several
 * threads.
 */
public final class SheafVerification {

  private final StoreLayout layout;
  private final Sheaves sheaves;

  SheafVerification(StoreLayout layout, Sheaves sheaves) {
    this.layout = layout;
    this.sheaves = sheaves;
  }

  /**
   * The findings in one sheaf.
   *
   * @param records how many records were read or, at a glance, listed
   * @param bytes length of the sheaf
   */
  public record Result(long records, long bytes, List<SheafDamage> damage) {}

  /**
   * A damaged place.
   *
   * @param where sheaf and offset
   * @param what the end of a sentence
   * @param offset of the record in the sheaf, or -1 if the sheaf as a whole is meant
   */
  public record SheafDamage(String where, String what, long offset) {}

  /** Header, footer and length only. */
  public Result glance(SheafId id) throws IOException {
    try {
      List<SheafFormat.Extent> extents = extents(id);
      return new Result(extents.size(), size(id), List.of());
    } catch (DamagedContentException e) {
      return whole(id, e);
    }
  }

  /** Every record against its checksum. */
  public Result deep(SheafId id) throws IOException {
    List<SheafFormat.Extent> extents;
    try {
      extents = extents(id);
    } catch (DamagedContentException e) {
      return whole(id, e);
    }
    List<SheafDamage> damage = new ArrayList<>();
    long expected = SheafFormat.HEADER;
    for (SheafFormat.Extent extent : extents) {
      String where = name(id) + " at " + extent.offset();
      if (extent.offset() != expected) {
        damage.add(new SheafDamage(where, "bytes lie between the records", extent.offset()));
      }
      expected = extent.offset() + extent.length();
      try {
        var unused = sheaves.reading(id, reader -> reader.record(extent.offset(), extent.length()));
      } catch (DamagedContentException | StoreFormatException e) {
        damage.add(new SheafDamage(where, String.valueOf(e.getMessage()), extent.offset()));
      }
    }
    if (!damage.isEmpty()) {
      sheaves.distrust(id);
    }
    return new Result(extents.size(), size(id), damage);
  }

  /**
   * Opened anew: a file that was deleted or put in place of another is read on while it is open.
   */
  private List<SheafFormat.Extent> extents(SheafId id) throws IOException {
    sheaves.forget(id);
    return sheaves.reading(id, SheafReader::extents);
  }

  private Result whole(SheafId id, DamagedContentException e) throws IOException {
    sheaves.distrust(id);
    return new Result(0, 0, List.of(new SheafDamage(name(id), String.valueOf(e.getMessage()), -1)));
  }

  private long size(SheafId id) throws IOException {
    return Files.size(layout.sheaf(id));
  }

  private String name(SheafId id) {
    Path file = layout.sheaf(id);
    return layout.root().relativize(file).toString();
  }
}
