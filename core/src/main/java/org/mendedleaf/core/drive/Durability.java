package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.file.Path;

/**
 * The abilities of a place where a store lies. Path providers do not tell: some ignore force, and
 * an atomic move replaces an existing file without a word. Implementations are stateless.
 */
public interface Durability {

  /** Whether anything can be written there at all. */
  default boolean isWritable() {
    return true;
  }

  /** Whether a forced file is known to have reached the place. */
  boolean confirmsWrites();

  /** Whether several desks may write at once: {@link #publish} then never overwrites. */
  boolean severalWriters();

  /** The same without waiting for the disk: for stores that can be made again. */
  default Durability unforced() {
    return this;
  }

  /** Makes the bytes of this file durable. */
  void force(Path file) throws IOException;

  /** Makes names that were added to or removed from this folder durable. */
  void forceFolder(Path folder) throws IOException;

  /**
   * Gives a forced temporary file its final name, unless that name is taken. The temporary name is
   * gone afterwards either way.
   *
   * @return false if the name was taken
   */
  boolean publish(Path temporary, Path target) throws IOException;

  /** Puts a forced temporary file in the place of another, in one step. */
  void replace(Path temporary, Path target) throws IOException;
}
