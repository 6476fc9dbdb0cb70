package org.mendedleaf.core.history;

import java.util.Arrays;
import java.util.Optional;

/** A person's role on a shelf; each role includes those before it. */
public enum Role {
  /** May look and copy out. */
  LOOKER("looker"),
  /** May also bring in, mend and remove. */
  MAKER("maker"),
  /** May do everything. */
  KEEPER("keeper");

  private final String word;

  Role(String word) {
    this.word = word;
  }

  /** The word in the log and on the command line. */
  public String word() {
    return word;
  }

  /** The role of this word; empty if there is none. */
  public static Optional<Role> of(String word) {
    return Arrays.stream(values()).filter(role -> role.word.equals(word)).findFirst();
  }

  public boolean covers(Role needed) {
    return compareTo(needed) >= 0;
  }
}
