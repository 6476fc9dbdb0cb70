package org.mendedleaf.core.capture;

import java.util.ArrayList;
import java.util.List;

/** Cuts what a capture has to read into parts that are committed one after another. */
final class Part {

  private static final long BYTES = 1L << 30;
  private static final int FILES = 20_000;

  private Part() {}

  static List<List<Found>> cut(List<Found> files) {
    List<List<Found>> parts = new ArrayList<>();
    int from = 0;
    long bytes = 0;
    for (int i = 0; i < files.size(); i++) {
      bytes += files.get(i).size();
      if (bytes >= BYTES || i - from + 1 >= FILES || i == files.size() - 1) {
        parts.add(files.subList(from, i + 1));
        from = i + 1;
        bytes = 0;
      }
    }
    return parts;
  }
}
