/**
 * The store: content cut into chunks, packed into immutable sheaves, and one ordered log of
 * commits.
 *
 * <p>This package knows nobody but {@code seal}: it does not know what a file, a revision or a
 * shelf is. It writes and reads content by its hash, publishes log segments one after another, and
 * says whether every stored byte is still what it was. {@code docs/store-format.md} describes each
 * byte of it.
 *
 * <p>Start reading at {@link org.mendedleaf.core.store.Store}, then {@link
 * org.mendedleaf.core.store.RecordFormat} and {@link org.mendedleaf.core.store.SegmentLog}.
 */
@NullMarked
package org.mendedleaf.core.store;

import org.jspecify.annotations.NullMarked;
