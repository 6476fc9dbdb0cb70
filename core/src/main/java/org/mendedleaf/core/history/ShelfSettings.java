package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/**
 * The settings of a whole shelf. Each part is said anew as a whole; the last word counts, the ones
 * before stay in the log.
 *
 * @param recordingSince when recording was switched last; empty if it never was
 * @param noteRequired whether nothing is brought in without a note
 * @param stages whether drafts are told from issued revisions
 * @param admits whether same-named arrivals become revisions automatically
 * @param plan the care plan as JSON; empty where none was chosen, so that everything is kept
 */
public record ShelfSettings(
    People people,
    Recording recording,
    Optional<Instant> recordingSince,
    LeftOut leftOut,
    boolean noteRequired,
    boolean stages,
    boolean admits,
    Optional<String> plan) {

  /** The settings of a new shelf. */
  public static final ShelfSettings NONE =
      new ShelfSettings(
          People.EVERYBODY,
          Recording.ON,
          Optional.empty(),
          LeftOut.NOTHING,
          false,
          false,
          false,
          Optional.empty());

  /** Whether what changes is recorded. */
  public enum Recording {
    /** Recording begins once a person switches it on. */
    NOT_YET("not-yet"),
    ON("on"),
    PAUSED("paused");

    private final String word;

    Recording(String word) {
      this.word = word;
    }

    /** The word in the log and on the command line. */
    public String word() {
      return word;
    }

    static Recording of(String word) {
      for (Recording one : values()) {
        if (one.word.equals(word)) {
          return one;
        }
      }
      // A newer program's word: recording too much is mended, recording nothing is not.
      return ON;
    }
  }
}
