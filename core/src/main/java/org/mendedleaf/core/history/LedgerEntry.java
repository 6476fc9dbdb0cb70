package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * One act in the ledger.
 *
 * @param id number of its segment; what "undo" takes
 * @param hash of the segment, continuing the chain
 * @param run shared by acts that were done as one and are taken back as one
 * @param lines how many things it did
 * @param about what an erased file was called, where somebody wanted that to be kept
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
    String hash,
    Optional<String> run,
    Optional<String> about) {}
