/** The space that recorded revisions take, and what would be freed without some of them. */
@NullMarked
package org.mendedleaf.desktop.space;

import org.jspecify.annotations.NullMarked;
