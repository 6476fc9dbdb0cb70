package org.mendedleaf.core.catalog;

import java.time.Instant;
import java.util.OptionalLong;

/**
 * One act in the ledger.
 *
 * @param id number of its segment; what "undo" takes
 * @param hash of the segment, continuing the chain
 * @param lines how many things it did
 */
public record LedgerEntry(
    long id,
    Instant at,
    Act act,
    String desk,
    String by,
    OptionalLong shelf,
    OptionalLong undoes,
    long lines,
    String hash) {}
