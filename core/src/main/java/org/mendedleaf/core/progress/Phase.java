package org.mendedleaf.core.progress;

/** What long work is doing. */
public enum Phase {
  LOOKING,
  READING,
  RECORDING,
  WRITING,
  CHECKING
}
