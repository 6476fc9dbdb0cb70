package org.mendedleaf.core.history;

/**
 * The figures that a drill measured.
 *
 * @param sampled revisions that were recovered, or were to be
 * @param of how many there were to choose from
 * @param opened those that a reader opened
 * @param bytes that were recovered
 * @param millis that it took
 * @param fullMillis how long recovering every current file would take, by what was measured
 */
public record DrillFigures(
    int sampled, long of, int opened, long bytes, long millis, long fullMillis) {}
