/**
 * Keeping and letting go: care plans and their rehearsal, letting go, erasing, making room, what is
 * kept of removed files, and what all of it takes on the drive.
 *
 * <p>The rules themselves are in {@code plan}, which decides and does nothing. Knows {@code files},
 * {@code shelves} and what is below them. Start reading at {@link
 * org.mendedleaf.core.keeping.CarePlans} and {@link org.mendedleaf.core.keeping.Thinnings}.
 */
@NullMarked
package org.mendedleaf.core.keeping;

import org.jspecify.annotations.NullMarked;
