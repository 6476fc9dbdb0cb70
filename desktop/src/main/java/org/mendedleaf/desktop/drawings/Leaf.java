package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.util.OptionalInt;

/**
 * One revision as the life line draws it.
 *
 * @param number of the revision
 * @param size bytes
 * @param mendedFrom the revision whose content this one gave back
 * @param afterRemoval whether the file was away before it
 * @param held whether a person keeps it whatever any rule says
 * @param notice whether it was let go and is still there
 * @param torn whether something is doubtful about it
 * @param issue its letters if it was given out; empty for a draft, or where there are no stages
 */
public record Leaf(
    int number,
    Instant at,
    long size,
    OptionalInt mendedFrom,
    boolean afterRemoval,
    boolean held,
    boolean notice,
    boolean torn,
    String issue) {}
