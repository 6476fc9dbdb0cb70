/**
 * The space that stored revisions take: what belongs to one revision or file alone, and what is
 * shared.
 */
@NullMarked
package org.mendedleaf.core.space;

import org.jspecify.annotations.NullMarked;
