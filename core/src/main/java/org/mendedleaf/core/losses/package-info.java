/**
 * Losses that may happen: what becomes of the files of a store's shelves, and to their history, if
 * a drive dies, a computer is gone, a folder is emptied or encrypted, or the office burns down.
 * Answered from where things really lie. Start at {@code Losses}.
 */
@NullMarked
package org.mendedleaf.core.losses;

import org.jspecify.annotations.NullMarked;
