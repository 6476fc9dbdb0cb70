package org.mendedleaf.core.store;

import java.util.List;

/**
 * A sheaf that is durable and has its name, though no commit mentions it yet.
 *
 * @param bytes its length on disk
 * @param entries every content in it
 */
public record FinishedSheaf(SheafId id, long bytes, List<SheafEntry> entries) {}
