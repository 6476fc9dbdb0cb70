/** How long work tells how far it is and hears that it should stop. Knows nobody. */
@NullMarked
package org.mendedleaf.core.progress;

import org.jspecify.annotations.NullMarked;
