/**
 * Two states side by side, in one grammar for every kind: what only the earlier has on sepia with a
 * minus, what only the later has on moss with a plus. Draws values and asks nobody. Start reading
 * at {@link org.mendedleaf.desktop.sides.SidesView}.
 */
@NullMarked
package org.mendedleaf.desktop.sides;

import org.jspecify.annotations.NullMarked;
