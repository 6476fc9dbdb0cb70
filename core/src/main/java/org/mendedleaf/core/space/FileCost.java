package org.mendedleaf.core.space;

import org.mendedleaf.core.history.InnerPath;

/**
 * A file with its history, and what that costs.
 *
 * @param present whether it is on its shelf
 * @param bytes plain, of all its revisions one by one
 */
public record FileCost(
    long shelf, long file, InnerPath path, boolean present, int revisions, long bytes, Cost cost) {}
