package org.mendedleaf.core.history;

import java.time.Instant;

/**
 * A file that is on its shelf, as it is recorded now.
 *
 * @param revision number of its current revision
 * @param currentFrom since when that is the current one
 * @param state its newest times and permissions, its content, and the path where it is now
 */
public record PresentFile(long file, int revision, Instant currentFrom, FileState state) {}
