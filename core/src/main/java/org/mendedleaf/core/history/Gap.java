package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.OptionalInt;
import java.util.OptionalLong;

/**
 * A part of the recorded history that cannot be read any more, because the part of the store that
 * holds it is damaged or lost.
 *
 * @param act the commit that recorded it
 * @param file of which it was said; empty where it was said of none
 * @param revision the number of the revision that it made; empty where it made none
 * @param isFileKnown whether anything else of that file can be read
 */
public record Gap(
    long act, Instant at, OptionalLong file, OptionalInt revision, boolean isFileKnown) {}
