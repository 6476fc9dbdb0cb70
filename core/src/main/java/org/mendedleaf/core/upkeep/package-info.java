/**
 * Packing small sheaves, folding the log, deleting files that were retired.
 *
 * <p>Knows {@code catalog} and {@code store}.
 */
@NullMarked
package org.mendedleaf.core.upkeep;

import org.jspecify.annotations.NullMarked;
