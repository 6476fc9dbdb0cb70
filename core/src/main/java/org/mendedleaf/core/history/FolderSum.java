package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/**
 * The sum of what a folder held at a moment, at any depth, and what has become of it since.
 *
 * @param files how many files were in it
 * @param changed how many of them are not the same now: saved again, moved or removed
 * @param removed how many of those left the shelf
 * @param removedAt when the folder itself went, if it is not there now
 */
public record FolderSum(long files, long changed, long removed, Optional<Instant> removedAt) {}
