package org.mendedleaf.core.history;

/** Why a revision was put on notice, which decides what takes it off again. */
public enum NoticeCause {
  /** No rule of the care plan claims it; any claim takes it off. */
  PLAN,
  /** A person let it go; rules of a plan do not take it off. */
  HAND,
  /** A person wants it erased, in a store that delays that; only a person takes it off. */
  ERASURE,
  /** The same, and the ledger is to keep what the file was called. */
  ERASURE_NAMED;

  public boolean byHand() {
    return this != PLAN;
  }

  public boolean isErasure() {
    return this == ERASURE || this == ERASURE_NAMED;
  }
}
