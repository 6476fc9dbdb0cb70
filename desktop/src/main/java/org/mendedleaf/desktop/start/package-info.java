/** The first start. */
@NullMarked
package org.mendedleaf.desktop.start;

import org.jspecify.annotations.NullMarked;
