/** Picked files and arrivals: both are shown on several pages. */
@NullMarked
package org.mendedleaf.desktop.work.picks;

import org.jspecify.annotations.NullMarked;
