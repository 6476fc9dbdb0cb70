/**
 * Commits what another log of the same store has anew, where the two have gone on differently since
 * some commit: nothing is renumbered that is there already, and nothing that was recorded is lost.
 */
@NullMarked
package org.mendedleaf.core.joining;

import org.jspecify.annotations.NullMarked;
