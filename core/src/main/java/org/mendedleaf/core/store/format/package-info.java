/**
 * The bytes of a store: records and sheaves, their hashes and seals, {@code store.json} and where
 * each file lies.
 *
 * <p>{@code docs/store-format.md} describes each byte. Nothing here decides what is written or
 * deleted; it says how it looks, and whether it still is what it was.
 *
 * <p>Start reading at {@link org.mendedleaf.core.store.format.RecordFormat} and {@link
 * org.mendedleaf.core.store.format.SheafWriter}.
 */
@NullMarked
package org.mendedleaf.core.store.format;

import org.jspecify.annotations.NullMarked;
