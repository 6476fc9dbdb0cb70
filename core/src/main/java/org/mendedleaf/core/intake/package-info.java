/**
 * Files that come from outside: which file an arrival most likely replaces and why, whether what it
 * brings belongs there, and which files in a folder are copies of one.
 *
 * <p>Decides nothing and writes nothing; it ranks, with reasons. Knows {@code likeness}.
 *
 * <p>Start reading at {@link org.mendedleaf.core.intake.Matching}, then {@link
 * org.mendedleaf.core.intake.Guard}.
 */
@NullMarked
package org.mendedleaf.core.intake;

import org.jspecify.annotations.NullMarked;
