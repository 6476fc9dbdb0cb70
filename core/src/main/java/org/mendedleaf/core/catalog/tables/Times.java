package org.mendedleaf.core.catalog.tables;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;

/** Instants as the catalogue keeps them: nanoseconds since 1970, UTC. */
public final class Times {

  /** The end of what has not ended. */
  public static final long NEVER = Long.MAX_VALUE;

  private static final long NANOS = 1_000_000_000L;
  private static final Instant LATEST = of(NEVER);
  private static final Instant EARLIEST = of(Long.MIN_VALUE);

  private Times() {}

  /** Times beyond the years 1677 and 2262 become these limits. */
  public static long nanos(Instant instant) {
    if (instant.isAfter(LATEST)) {
      return NEVER;
    }
    if (instant.isBefore(EARLIEST)) {
      return Long.MIN_VALUE;
    }
    return Math.addExact(
        Math.multiplyExact(instant.getEpochSecond() + 1, NANOS), instant.getNano() - NANOS);
  }

  /**
   * A file's time, which may be any: nanoseconds where 64 bits hold them, else its ISO text. Texts
   * sort after numbers, and such a file after or before all others is never asked for.
   */
  public static Object file(Instant instant) {
    boolean fits = instant.isBefore(LATEST) && instant.isAfter(EARLIEST);
    return fits ? (Object) nanos(instant) : instant.toString();
  }

  /** Reads what {@link #file} gave. */
  public static Instant file(ResultSet row, int column) throws SQLException {
    Object value = row.getObject(column);
    return value instanceof Number number
        ? of(number.longValue())
        : Instant.parse(String.valueOf(value));
  }

  public static Instant of(long nanos) {
    return Instant.ofEpochSecond(Math.floorDiv(nanos, NANOS), Math.floorMod(nanos, NANOS));
  }
}
