/**
 * The log of a store: segments that are published one after another, each proving the one before
 * it, twice on the drive and folded where they are old.
 *
 * <p>What a segment says, nobody here reads. Start at {@link
 * org.mendedleaf.core.store.log.SegmentLog}.
 */
@NullMarked
package org.mendedleaf.core.store.log;

import org.jspecify.annotations.NullMarked;
