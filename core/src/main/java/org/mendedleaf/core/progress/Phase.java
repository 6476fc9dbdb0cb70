package org.mendedleaf.core.progress;

/** What long work is doing. */
public enum Phase {
  /** Other work has to end first. */
  WAITING,
  LOOKING,
  READING,
  RECORDING,
  WRITING,
  CHECKING
}
