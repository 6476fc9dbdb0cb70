package org.mendedleaf.core.outside;

/**
 * What a storage calls one state of a file. Only that storage understands it, and it never gives
 * the same id to another state of the file.
 */
public record StateId(String text) {

  public StateId {
    if (text.isBlank()) {
      throw new IllegalArgumentException("a state has no empty id");
    }
  }
}
