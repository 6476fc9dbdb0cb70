package org.mendedleaf.core.recover;

import java.util.List;
import org.mendedleaf.core.history.InnerPath;

/**
 * Copies that are to become one file.
 *
 * @param file its place, perhaps that of one of the copies
 * @param copies oldest first, at least two
 */
public record Copies(InnerPath file, List<InnerPath> copies) {
  public Copies {
    copies = List.copyOf(copies);
  }
}
