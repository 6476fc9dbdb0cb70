/**
 * Small real servers on the loopback address, on which everything that is done in storages outside
 * can be tried. Start at {@code StandIn}.
 */
@NullMarked
package org.mendedleaf.standin;

import org.jspecify.annotations.NullMarked;
