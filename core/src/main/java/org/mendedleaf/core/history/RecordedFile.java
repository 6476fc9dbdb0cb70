package org.mendedleaf.core.history;

/**
 * A file with a history.
 *
 * @param path where it is, or was last
 * @param present whether it is on its shelf now
 * @param lastNumber number of its newest revision
 */
public record RecordedFile(long id, long shelf, InnerPath path, boolean present, int lastNumber) {}
