package org.mendedleaf.core.files;

import java.time.Instant;

/**
 * An earlier state of a file that some source still has.
 *
 * @param revision the recorded revision that it equals
 * @param label what the source calls it; empty where it has no name for it
 * @param changed when the file was changed so
 * @param taken when the source took it; not the same as when it was changed
 */
public record EarlierState(
    Source source, int revision, String label, Instant changed, Instant taken) {}
