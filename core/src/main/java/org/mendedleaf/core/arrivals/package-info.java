/**
 * Files from outside: the folders in which they arrive, bringing them in as revisions of the files
 * they replace, gathering the copies of a file.
 *
 * <p>What belongs together is judged in {@code intake}. Knows {@code files}, {@code keeping} and
 * what is below them. Start reading at {@link org.mendedleaf.core.arrivals.Intake}.
 */
@NullMarked
package org.mendedleaf.core.arrivals;

import org.jspecify.annotations.NullMarked;
