package org.mendedleaf.core.capture;

import java.util.ArrayList;
import java.util.List;

/**
 * The part of a large capture that goes into one commit.
 *
 * @param bytes of content after which a part is closed
 * @param files after which a part is closed
 */
public record PartSize(long bytes, int files) {

  /** Little enough to lose little, much enough to commit seldom: 1 GiB or 20,000 files. */
  public static final PartSize STANDARD = new PartSize(1L << 30, 20_000);

  public PartSize {
    if (bytes < 1 || files < 1) {
      throw new IllegalArgumentException("a part holds at least one file and one byte");
    }
  }

  /** Cuts what has to be read into the parts that are committed one after another. */
  List<List<Found>> cut(List<Found> found) {
    List<List<Found>> parts = new ArrayList<>();
    int from = 0;
    long size = 0;
    for (int i = 0; i < found.size(); i++) {
      size += found.get(i).size();
      if (size >= bytes || i - from + 1 >= files || i == found.size() - 1) {
        parts.add(found.subList(from, i + 1));
        from = i + 1;
        size = 0;
      }
    }
    return parts;
  }
}
