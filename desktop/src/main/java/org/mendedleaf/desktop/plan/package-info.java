/** Care plans: what is kept of a shelf and why, rehearsed while it is edited, and letting go. */
package org.mendedleaf.desktop.plan;
