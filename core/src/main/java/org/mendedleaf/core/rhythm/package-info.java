/**
 * Schedules: captures on save or by the clock, snapshots and letting go that care plans have done
 * automatically, and the unit file that keeps watch without a window.
 *
 * <p>Knows {@code keeping} and {@code shelves}. Start reading at {@link
 * org.mendedleaf.core.rhythm.Rhythms}.
 */
@NullMarked
package org.mendedleaf.core.rhythm;

import org.jspecify.annotations.NullMarked;
