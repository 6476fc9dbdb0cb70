package org.mendedleaf.core.history;

import java.time.Instant;

/**
 * The origin of a revision that was brought in.
 *
 * @param name under which it came
 * @param folder the folder it came in, as its desk calls it; empty if it is not known
 * @param modified its time of the last change there
 * @param note what the person said about it who brought it in; empty if nothing
 */
public record Arrived(String name, String folder, Instant modified, String note) {}
