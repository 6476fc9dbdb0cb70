package org.mendedleaf.core.store.format;

/**
 * The address of a content.
 *
 * @param id SHA-256 of the bytes if {@code levels} is 0, else of the topmost chunk list
 * @param levels how many chunk lists lie between the id and the bytes
 * @param size length of the plain bytes
 */
public record ContentRef(ContentId id, int levels, long size) {

  public ContentRef {
    if (levels < 0 || size < 0) {
      throw new IllegalArgumentException("levels and size are never negative");
    }
  }
}
