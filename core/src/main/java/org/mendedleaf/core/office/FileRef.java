package org.mendedleaf.core.office;

/** Names a file: the store and its id there. */
public record FileRef(String store, long file) {}
