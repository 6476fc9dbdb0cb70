package org.mendedleaf.core.store;

/**
 * A segment that does not stand whole in both folders of a log.
 *
 * @param where the file
 * @param mendable whether the other copy is whole
 */
public record HurtSegment(long number, String where, String what, boolean mendable) {}
