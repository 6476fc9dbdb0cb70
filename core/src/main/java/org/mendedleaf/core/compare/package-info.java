/**
 * Differences between two contents, by kind: text, tables, archives, pictures, bytes.
 *
 * <p>Pure computation on what {@code compare.inside} holds and {@code compare.readers} read; runs
 * in the child process. Start reading at {@link org.mendedleaf.core.compare.Comparing}.
 */
@NullMarked
package org.mendedleaf.core.compare;

import org.jspecify.annotations.NullMarked;
