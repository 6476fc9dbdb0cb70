package org.mendedleaf.core.store;

import java.nio.file.Path;

/** The names of everything in a store's folder. */
record StoreLayout(Path root) {

  static final String DESCRIPTION = "store.json";
  static final String PENDING = ".pending";

  Path description() {
    return root.resolve(DESCRIPTION);
  }

  Path sheaves() {
    return root.resolve("sheaves");
  }

  Path sheaf(SheafId id) {
    return sheaves().resolve(id.text().substring(0, 2)).resolve(id.text() + ".sheaf");
  }

  Path log() {
    return root.resolve("log");
  }

  Path segment(long number) {
    return log().resolve("%012d.seg".formatted(number));
  }

  /** Holds the 1,000 segments from {@code number / 1000 * 1000} on. */
  Path fold(long number) {
    return log().resolve("%012d.fold".formatted(number / 1000 * 1000));
  }
}
