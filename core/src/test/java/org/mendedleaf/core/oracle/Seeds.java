package org.mendedleaf.core.oracle;

import java.util.stream.LongStream;

/**
 * Seeds of dear tests: always the same few in a check, so that what fails can be run again, and as
 * many more in the nightly run as properties have more tries there.
 */
public final class Seeds {

  private static final int TRIES_IN_A_CHECK = 40;

  private Seeds() {}

  /** From 0 on, so many in a check. */
  public static LongStream of(int inACheck) {
    int tries = Integer.getInteger("jqwik.tries.default", TRIES_IN_A_CHECK);
    return LongStream.range(0, (long) inACheck * tries / TRIES_IN_A_CHECK);
  }
}
