package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/**
 * A finding of this desk from reading a file: that it holds a recorded revision, under a key that
 * the log need not know, at a time at which no save could hide behind the tick of the drive's
 * clock. It can be found out again, so nothing is lost with it.
 *
 * @param file its id
 * @param revision the number of the revision whose content it was found to hold
 * @param key what the file system calls it on this desk
 * @param at when it was read
 */
public record LookedFile(long file, int revision, Optional<String> key, Instant at) {}
