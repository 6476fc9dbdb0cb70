package org.mendedleaf.core.losses;

import java.util.Locale;

/** An event that may cause a loss. */
public enum Loss {
  /** The drive on which the files lie dies. */
  DRIVE_DIES("The drive with the files dies"),
  /** The computer, with the drives in it, is gone. */
  COMPUTER_GONE("This computer is gone"),
  /** Somebody deletes everything in the shelves' folders. */
  FOLDER_EMPTIED("Somebody empties the folders"),
  /** Somebody overwrites every file in them with noise. */
  ALL_ENCRYPTED("Somebody encrypts every file overnight"),
  /** Everything in the office is gone. */
  OFFICE_BURNS("The office burns down");

  private final String said;

  Loss(String said) {
    this.said = said;
  }

  /** What happens, in words. */
  public String said() {
    return said;
  }

  /** The word in answers. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
