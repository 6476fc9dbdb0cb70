package org.mendedleaf.core.progress;

/** The current phase of long work. */
public enum Phase {
  /** Other work has to end first. */
  WAITING,
  LOOKING,
  READING,
  RECORDING,
  WRITING,
  CHECKING
}
