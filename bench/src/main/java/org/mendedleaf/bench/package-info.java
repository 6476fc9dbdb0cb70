/** Figures measured side by side with plain tools in one run; started by bench/run. */
@NullMarked
package org.mendedleaf.bench;

import org.jspecify.annotations.NullMarked;
