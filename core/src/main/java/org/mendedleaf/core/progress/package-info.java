/** Progress and cancellation of long work. Knows nobody. */
@NullMarked
package org.mendedleaf.core.progress;

import org.jspecify.annotations.NullMarked;
