package org.mendedleaf.core.adoption;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What is to be adopted, and how.
 *
 * @param sheet of the desk whose place is taken
 * @param formerHome its data, where it can still be read: what waited there for a store that was
 *     away goes into the store
 * @param moved folders that are called differently here
 * @param useMirrors whether the mirror of a store that cannot be reached becomes the store
 * @param acceptLog whether a store that ends before what the sheet tells of is taken as it is
 */
public record AdoptionOrder(
    RecoverySheet sheet,
    Optional<Path> formerHome,
    List<MovedPlace> moved,
    boolean useMirrors,
    boolean acceptLog) {

  public AdoptionOrder {
    moved = List.copyOf(moved);
  }

  /** Everything where the sheet says. */
  public static AdoptionOrder of(RecoverySheet sheet) {
    return new AdoptionOrder(sheet, Optional.empty(), List.of(), false, false);
  }

  /** Where something of the sheet lies here. */
  Path here(Path place) {
    return MovedPlace.of(place, moved);
  }
}
