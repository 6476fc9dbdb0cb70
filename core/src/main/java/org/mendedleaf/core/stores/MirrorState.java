package org.mendedleaf.core.stores;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;

/**
 * The progress of the mirror of a store.
 *
 * @param here whether it can be reached; if not, what was known of it last is told
 * @param at when it was brought up last; empty if it never was
 * @param lag how many commits the store has that it does not
 * @param missing how many sheaves it could not take over, since they are damaged in the store
 */
public record MirrorState(Path folder, boolean here, Optional<Instant> at, long lag, int missing) {}
