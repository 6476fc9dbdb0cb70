/**
 * The stores that this desk knows: making, opening, verifying, tidying and rebuilding them.
 *
 * <p>Knows {@code session} and what is below it.
 */
package org.mendedleaf.core.stores;
