package org.mendedleaf.core.store.format;

/**
 * A sheaf that is durable and has its name, though no commit mentions it yet.
 *
 * @param bytes its length on disk
 * @param contents every content in it
 */
public record FinishedSheaf(SheafId id, long bytes, SheafContents contents) {}
