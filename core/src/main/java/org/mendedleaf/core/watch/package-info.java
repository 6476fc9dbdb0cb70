/**
 * Watching folders, so that a save is recorded soon after it. Knows files and what is left out of a
 * shelf, nothing of plans or stores.
 */
@NullMarked
package org.mendedleaf.core.watch;

import org.jspecify.annotations.NullMarked;
