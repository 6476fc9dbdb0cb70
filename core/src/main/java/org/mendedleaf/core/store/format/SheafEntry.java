package org.mendedleaf.core.store.format;

/** One content of a sheaf and where it lies: what an index is built from. */
public record SheafEntry(RecordKind kind, ContentId id, Location location) {}
