package org.mendedleaf.core.session;

import org.mendedleaf.core.history.Role;

/**
 * A right on a shelf, and the least role that has it. Looking, comparing, copying out and capturing
 * need none: whoever sees the shelf may look, and recording takes nothing away.
 */
public enum Right {
  SAY(Role.MAKER, "say something of a revision or a file"),
  BRING_IN(Role.MAKER, "bring in a revision"),
  MEND(Role.MAKER, "mend, recover or take something back"),
  REMOVE(Role.MAKER, "remove a file"),
  GATHER(Role.MAKER, "gather copies"),
  SNAPSHOT(Role.MAKER, "take a snapshot"),
  HOLD(Role.MAKER, "hold a revision"),
  ISSUE(Role.KEEPER, "issue a revision"),
  RELEASE(Role.KEEPER, "lift a hold"),
  UNLABEL(Role.KEEPER, "let a snapshot go"),
  ERASE(Role.KEEPER, "erase"),
  THIN(Role.KEEPER, "let revisions go"),
  PLAN(Role.KEEPER, "choose or change a care plan"),
  CARE(Role.KEEPER, "say who may do what and what is recorded");

  private final Role least;
  private final String words;

  Right(Role least, String words) {
    this.least = least;
    this.words = words;
  }

  /** The least role that has it. */
  public Role least() {
    return least;
  }

  /** After "may not …". */
  public String words() {
    return words;
  }
}
