/**
 * The area Lost & found: what left the shelves, and bringing it back. Start at {@link
 * org.mendedleaf.desktop.lost.LostPage}.
 */
@NullMarked
package org.mendedleaf.desktop.lost;

import org.jspecify.annotations.NullMarked;
