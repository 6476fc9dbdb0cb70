/**
 * Shelves at an earlier moment, and snapshots. Knows the office's questions and the drawings; start
 * at {@link org.mendedleaf.desktop.moment.MomentPage}.
 */
package org.mendedleaf.desktop.moment;
