package org.mendedleaf.core.store;

import java.io.IOException;
import java.util.Optional;

/** Tells where contents lie. Must be safe for use by several threads at once. */
public interface ChunkIndex {

  /** Where this content lies, or empty if no committed sheaf holds it. */
  Optional<Location> locate(ContentId id) throws IOException;
}
