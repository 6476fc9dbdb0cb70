/** A store: where it lies, whether it is whole, and mending it. */
@NullMarked
package org.mendedleaf.desktop.store;

import org.jspecify.annotations.NullMarked;
