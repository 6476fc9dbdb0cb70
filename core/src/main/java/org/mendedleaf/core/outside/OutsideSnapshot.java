package org.mendedleaf.core.outside;

import java.time.Instant;
import java.util.Optional;

/**
 * A folder there as it was.
 *
 * @param id what the storage calls it
 * @param at when it was taken
 * @param label what people call it
 * @param isScheduled whether the schedule took it and no person
 */
public record OutsideSnapshot(String id, Instant at, Optional<String> label, boolean isScheduled) {}
