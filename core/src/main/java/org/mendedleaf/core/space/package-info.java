/** What is stored costs: what belongs to one revision or file alone, what is shared. */
@NullMarked
package org.mendedleaf.core.space;

import org.jspecify.annotations.NullMarked;
