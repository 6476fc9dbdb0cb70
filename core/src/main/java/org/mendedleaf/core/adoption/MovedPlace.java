package org.mendedleaf.core.adoption;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;

/**
 * A folder that is called differently on the new computer, with everything in it.
 *
 * @param before as the sheet calls it
 * @param now as it is called here
 */
public record MovedPlace(Path before, Path now) {

  /** Where something lies here; of several that fit, the longest counts. */
  static Path of(Path place, List<MovedPlace> moved) {
    return moved.stream()
        .filter(one -> place.startsWith(one.before()))
        .max(Comparator.comparingInt(one -> one.before().getNameCount()))
        .map(one -> one.now().resolve(one.before().relativize(place)).normalize())
        .orElse(place);
  }
}
