package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.file.Path;

/** Tells what the place of a store can do. */
public interface Places {

  /**
   * @param folder an existing folder at the place
   */
  Durability at(Path folder) throws IOException;

  /** Tries it out. */
  Places TRIED_OUT = LocalDurability::probe;

  /** For tests and demonstrations, whose stores can be made again: nothing waits for the disk. */
  Places UNFORCED = folder -> LocalDurability.probe(folder).unforced();
}
