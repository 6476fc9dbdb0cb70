package org.mendedleaf.core.findings;

import java.util.Locale;

/**
 * What is doubtful, and what the two figures of such a finding are. The words are part of the log's
 * format.
 */
public enum FindingKind {
  /** Nothing is left in it. Bytes now and before. */
  EMPTIED,
  /** A run of zeros that was not there before. Bytes of the longest run now and before. */
  ZEROS,
  /** It ends too early. Bytes now and before. */
  CUT_OFF,
  /** It cannot be opened any more as what it is. No figures. */
  UNOPENABLE,
  /** Parts of it have no structure any more. KiB without structure and KiB in all. */
  NOISE,
  /** It is of another kind than before. No figures. */
  OTHER_KIND,
  /**
   * It is another file's content. Per cent of it that is in that file, and that was here before.
   */
  OTHER_CONTENT,
  /** Keys hit at random. Per cent of letters in runs of consonants, now and before. */
  RUBBISH,
  /** Letters of another alphabet were garbled. How many now and before. */
  GARBLED_LETTERS,
  /** Numbers of a table became text. How many cells, and how many numbers stood there before. */
  NUMBERS_AS_TEXT,
  /** Rows of a table do not fit its columns any more. How many rows, and how many it has. */
  SLIPPED,
  /** A document lost most of its text. Letters now and before. */
  LOST_TEXT,
  /** Hardly anything of what was there is left. Per cent of it that is, and that usually was. */
  REWRITTEN,
  /** It is far larger or smaller than it ever was. Bytes now, and the nearest that it ever had. */
  SIZE,
  /** An earlier state is back under a new time. Its number, and the number before. */
  OLDER_BACK,
  /** It still has most of what was doubtful. Per cent of that, and the number of that revision. */
  STILL_CARRIES;

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /**
   * The one of this word.
   *
   * @throws IllegalArgumentException if there is none
   */
  public static FindingKind of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
