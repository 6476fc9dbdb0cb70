package org.mendedleaf.core.recover;

/** The choice for places where something else already stands. */
public enum IfThere {
  /** Make room: what stands there is recorded first and gives way. */
  MAKE_ROOM,
  /** Ours gets a telling name next to it. */
  BESIDE,
  /** Ours is not written. */
  LEAVE
}
