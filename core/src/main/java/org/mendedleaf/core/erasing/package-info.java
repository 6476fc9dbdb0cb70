/**
 * Destroying revisions for good. What goes and what stays is read in the log or proven row by row,
 * never taken from a table alone.
 *
 * <p>Knows {@code catalog} and {@code upkeep}. Start reading at {@link
 * org.mendedleaf.core.erasing.Erasing}.
 */
@NullMarked
package org.mendedleaf.core.erasing;

import org.jspecify.annotations.NullMarked;
