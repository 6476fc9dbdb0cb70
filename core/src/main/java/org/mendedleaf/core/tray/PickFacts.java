package org.mendedleaf.core.tray;

import java.time.Instant;
import java.util.OptionalInt;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.session.Shelf;

/**
 * A pick, described for people.
 *
 * @param path where it was on its shelf
 * @param files how many files it has; 1 for a file
 * @param revision of a file
 * @param at of which moment it is; for a file, when that revision was recorded
 * @param differing how many of its places hold something else now; they would have to make room
 * @param missing how many of its places hold nothing now
 */
public record PickFacts(
    Shelf shelf,
    InnerPath path,
    boolean folder,
    long files,
    long bytes,
    OptionalInt revision,
    Instant at,
    long differing,
    long missing) {}
