/**
 * Findings: what is doubtful about a content beside what a file had before. Measures come from one
 * pass over the bytes, and the scrutiny from two measures; it knows nobody, reads no disk and works
 * on kinds that no reader knows. docs/findings.md says how each is computed and where its
 * thresholds come from.
 *
 * <p>Start reading at {@link org.mendedleaf.core.findings.Scrutiny}, then {@link
 * org.mendedleaf.core.findings.Measures}.
 */
@NullMarked
package org.mendedleaf.core.findings;

import org.jspecify.annotations.NullMarked;
