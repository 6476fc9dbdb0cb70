package org.mendedleaf.core.findings;

import java.time.Instant;
import java.util.Optional;

/**
 * Many files of a shelf were hurt or removed within minutes. Until a person decides what that was,
 * the states before it are claimed.
 *
 * @param first the commit with which it began
 * @param last the commit with which it ended, as far as is known
 * @param from when it began; what ended then or later ended in it
 * @param until when it ended
 * @param damaged files whose new revision is damaged
 * @param scrambled files that are gone where others without any structure appeared
 * @param removed further files that are gone
 * @param decided what a person said of it; empty while nobody did
 */
public record MassEvent(
    long shelf,
    long first,
    long last,
    Instant from,
    Instant until,
    int damaged,
    int scrambled,
    int removed,
    Optional<PersonsWord> decided) {

  /** What a person said of it. */
  public record PersonsWord(String why, Instant at, String by) {}

  /** How many files it hurt. */
  public int files() {
    return damaged + scrambled + removed;
  }

  public boolean isOpen() {
    return decided.isEmpty();
  }

  /** Whether what was current between these times stood before it and was ended by it. */
  public boolean ended(Instant began, Optional<Instant> ended) {
    return began.isBefore(from)
        && ended.isPresent()
        && !ended.get().isBefore(from)
        && !ended.get().isAfter(until);
  }
}
