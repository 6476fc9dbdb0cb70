/**
 * The stores that this desk knows: making, opening, verifying, tidying and rebuilding them.
 *
 * <p>Knows {@code session} and what is below it.
 */
@NullMarked
package org.mendedleaf.core.stores;

import org.jspecify.annotations.NullMarked;
