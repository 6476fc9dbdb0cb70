package org.mendedleaf.core.history;

/** The identity of a revision: the place of its line in the log. */
public record RevisionKey(long segment, int line) {}
