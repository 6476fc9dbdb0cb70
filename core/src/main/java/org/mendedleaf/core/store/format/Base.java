package org.mendedleaf.core.store.format;

/**
 * A stretch of an already stored chunk that a record is compressed against.
 *
 * @param from first byte of the stretch in the chunk
 * @param length bytes of the stretch
 */
public record Base(ContentId chunk, int from, int length) {}
