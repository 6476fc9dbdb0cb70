package org.mendedleaf.core.findings;

import java.util.Locale;

/** How far a finding is to be believed. The words are part of the log's format. */
public enum FindingStrength {
  /** Nobody would have wanted this. */
  SURE,
  /** Hardly anybody would have wanted this. */
  LIKELY,
  /** It happens, and may be meant. */
  WORTH_A_LOOK;

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** Whether the state before it is what the next one is compared with. */
  public boolean isDamage() {
    return this != WORTH_A_LOOK;
  }

  /**
   * The one of this word.
   *
   * @throws IllegalArgumentException if there is none
   */
  public static FindingStrength of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
