package org.mendedleaf.standin;

/** What can be wrong with an answer. */
public enum Fault {
  /** The request is done, and the connection ends in the middle of the answer. */
  CUT_OFF,
  /** The connection ends before anything is done. */
  REFUSED,
  /** 503, and nothing is done. */
  BUSY,
  /** The answer takes longer than anybody waits. */
  SLOW,
  /** 507, and nothing is done. */
  FULL,
  /** One byte of a file that is read is another. */
  WRONG_BYTES
}
