package org.mendedleaf.core.stores;

/** The depth of a verification. */
public enum VerifyDepth {
  /** The log, and of the sheaves their beginnings and ends. */
  GLANCE,
  /** Every stored byte against its checksum. */
  DEEP,
  /** Also every content unpacked and hashed. */
  CONTENT
}
