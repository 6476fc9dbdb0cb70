package org.mendedleaf.core.session;

/** Names a file: the store and its id there. */
public record FileRef(String store, long file) {}
