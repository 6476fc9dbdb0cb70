/**
 * The store: content cut into chunks, packed into immutable sheaves, and one ordered log of
 * commits.
 *
 * <p>It writes and reads content by its hash, packs, copies and verifies, and says whether every
 * stored byte is still what it was. It does not know what a file, a revision or a shelf is.
 *
 * <p>Start reading at {@link org.mendedleaf.core.store.Store}; how its bytes look says {@link
 * org.mendedleaf.core.store.format}, how commits follow each other {@link
 * org.mendedleaf.core.store.log}.
 */
@NullMarked
package org.mendedleaf.core.store;

import org.jspecify.annotations.NullMarked;
