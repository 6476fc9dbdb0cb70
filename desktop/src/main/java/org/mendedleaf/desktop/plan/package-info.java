/** Care plans: what is kept of a shelf and why, rehearsed while it is edited, and letting go. */
@NullMarked
package org.mendedleaf.desktop.plan;

import org.jspecify.annotations.NullMarked;
