/**
 * Shelves at an earlier moment, and snapshots. Knows the office's questions and the drawings; start
 * at {@link org.mendedleaf.desktop.moment.MomentPage}.
 */
@NullMarked
package org.mendedleaf.desktop.moment;

import org.jspecify.annotations.NullMarked;
