package org.mendedleaf.cli.answers;

import org.mendedleaf.core.store.format.DamagedContentException;

/** The exit code of a command; decided here and nowhere else. */
public final class Exit {

  /** Done; also: nothing found. */
  public static final int DONE = 0;

  /** Not done, or only in part, with the reason. */
  public static final int NOT_DONE = 1;

  /** The words of the command are wrong. */
  public static final int WRONG_USAGE = 2;

  /** Damage was found. */
  public static final int DAMAGE = 3;

  private Exit() {}

  /** After something went wrong. */
  public static int after(Exception problem) {
    return problem instanceof DamagedContentException ? DAMAGE : NOT_DONE;
  }

  /** The code for something that was done in part. */
  public static int whole(boolean isWhole) {
    return isWhole ? DONE : NOT_DONE;
  }

  /** The exit code of a search for damage. */
  public static int sound(boolean isSound) {
    return isSound ? DONE : DAMAGE;
  }
}
