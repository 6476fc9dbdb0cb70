package org.mendedleaf.core.findings;

import java.util.OptionalLong;

/**
 * Something doubtful about one revision, with the figures by which a person can check it.
 *
 * @param measured what was found; {@link FindingKind} says what it is
 * @param usual the same of what was there before; {@link #NO_PAST} where nothing was
 * @param other the file whose content it is, where it is another's
 */
public record Finding(
    FindingKind kind, FindingStrength strength, long measured, long usual, OptionalLong other) {

  /** What is usual where it is the first content of its file. */
  public static final long NO_PAST = -1;

  /** The same with another strength. */
  public Finding with(FindingStrength other) {
    return new Finding(kind, other, measured, usual, this.other);
  }

  static Finding of(FindingKind kind, FindingStrength strength, long measured, long usual) {
    return new Finding(kind, strength, measured, usual, OptionalLong.empty());
  }
}
