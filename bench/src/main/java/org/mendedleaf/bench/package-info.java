/** Figures measured side by side with plain tools in one run; started by bench/run. */
package org.mendedleaf.bench;
