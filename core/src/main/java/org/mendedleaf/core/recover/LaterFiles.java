package org.mendedleaf.core.recover;

/** The choice for files in a recovered folder that were not there at its moment. */
public enum LaterFiles {
  KEEP,
  /** They leave the shelf; their history stays. */
  REMOVE
}
