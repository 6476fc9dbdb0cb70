package org.mendedleaf.core.drive;

import java.io.IOException;
import java.nio.file.Path;

/**
 * A place that can only be read: a drive that is mounted so, a medium that was written once, or a
 * folder of somebody else. Everything in it can be looked at and copied out; whatever would write
 * says why it does not.
 */
public final class ReadOnlyPlace implements Durability {

  private final Path folder;

  public ReadOnlyPlace(Path folder) {
    this.folder = folder;
  }

  private IOException refused() {
    return new ReadOnlyStoreException(folder);
  }

  @Override
  public boolean isWritable() {
    return false;
  }

  @Override
  public boolean confirmsWrites() {
    return true;
  }

  @Override
  public boolean severalWriters() {
    return true;
  }

  @Override
  public void force(Path file) throws IOException {
    throw refused();
  }

  @Override
  public void forceFolder(Path place) throws IOException {
    throw refused();
  }

  @Override
  public boolean publish(Path temporary, Path target) throws IOException {
    throw refused();
  }

  @Override
  public void replace(Path temporary, Path target) throws IOException {
    throw refused();
  }
}
