package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/**
 * A line of a folder at a moment.
 *
 * @param entry what stood there then, or what had stood there last before
 * @param gone when it had been removed, if it was not there any more at that moment
 * @param since what became of it afterwards; empty for a folder
 * @param who who saved the revision that was current then; empty for a folder
 */
public record MomentEntry(
    TreeEntry entry, Optional<Instant> gone, Optional<Since> since, Optional<Who> who) {}
