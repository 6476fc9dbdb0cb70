/**
 * Recovering many files at once: the tray as it is kept, its rehearsal, the run that can be
 * resumed, the receipt, and taking all of it back.
 *
 * <p>Knows {@code shelves}; the steps themselves are made in {@code recover} and done in {@code
 * place}. Start reading at {@link org.mendedleaf.core.tray.Recoveries}.
 */
@NullMarked
package org.mendedleaf.core.tray;

import org.jspecify.annotations.NullMarked;
