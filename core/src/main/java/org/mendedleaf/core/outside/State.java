package org.mendedleaf.core.outside;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * One earlier or present state of a file in an outside storage.
 *
 * @param number what people know it by; some storages give the first none, others have none at all
 * @param at when the storage has it from
 * @param modified when the file was changed, where that is another time and known
 * @param size bytes
 * @param who made it, as the storage calls people
 * @param isDraft whether it is still to be issued
 * @param isHeld whether it can be erased by nobody for the time being
 */
public record State(
    StateId id,
    OptionalInt number,
    Instant at,
    Optional<Instant> modified,
    long size,
    Optional<String> who,
    Optional<String> note,
    boolean isDraft,
    boolean isHeld,
    Optional<Checksum> checksum) {}
