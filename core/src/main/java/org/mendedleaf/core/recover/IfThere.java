package org.mendedleaf.core.recover;

/** What happens where something else stands already. */
public enum IfThere {
  /** It is recorded first and gives way. */
  MAKE_ROOM,
  /** Ours gets a telling name next to it. */
  BESIDE,
  /** Ours is not written. */
  LEAVE
}
