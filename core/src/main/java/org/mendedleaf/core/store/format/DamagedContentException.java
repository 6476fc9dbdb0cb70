package org.mendedleaf.core.store.format;

import java.io.IOException;

/**
 * Stored bytes are not what they were. Carries where, so that a report can name the place; nothing
 * else in the store is affected by it.
 */
public class DamagedContentException extends IOException {
  private static final long serialVersionUID = 1L;

  private final String where;

  /**
   * @param where the file in the store, with the offset where that helps
   * @param what what is wrong with it, as the end of a sentence
   */
  public DamagedContentException(String where, String what) {
    super(where + " is damaged: " + what);
    this.where = where;
  }

  public String where() {
    return where;
  }
}
