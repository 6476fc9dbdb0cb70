/**
 * A desk and what it remembers between two runs: its lock, the stores it knows, the folders its
 * shelves are bound to. Every file of it is written and read by {@link
 * org.mendedleaf.core.desk.DeskFile}, in folders that only their owner may look into.
 *
 * <p>Knows nobody.
 */
@NullMarked
package org.mendedleaf.core.desk;

import org.jspecify.annotations.NullMarked;
