package org.mendedleaf.core.store;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.Location;
import org.mendedleaf.core.store.format.SheafId;

/** Tells where contents lie. Must be safe for use by several threads at once. */
public interface ChunkIndex {

  /** Where this content lies, or empty if no committed sheaf holds it. */
  Optional<Location> locate(ContentId id) throws IOException;

  /** Further records that hold this content, besides the one in which it is located. */
  default List<Location> copies(ContentId id) throws IOException {
    return List.of();
  }

  /**
   * Whether this content is known to be damaged where it lies, so that it does not count as held.
   */
  default boolean isHurt(ContentId id) throws IOException {
    return false;
  }

  /** Notes that this content could not be read where it lies. */
  default void noteHurt(ContentId id) throws IOException {}

  /**
   * Counts up whenever something was erased, so that what was found before may be gone for good.
   */
  default long erasures() {
    return 0;
  }

  /** Whether a commit has retired this sheaf, so that its file will be deleted. */
  default boolean isRetired(SheafId sheaf) throws IOException {
    return false;
  }

  /**
   * Looks whether contents have moved since, as when a sheaf that was packed into another is gone.
   *
   * @return whether it is worth asking again
   */
  default boolean refresh() throws IOException {
    return false;
  }

  /**
   * Looks whether the index itself is damaged, since it does not know where this content lies.
   *
   * @return whether it is worth asking again
   */
  default boolean refreshFor(ContentId missing) throws IOException {
    return false;
  }
}
