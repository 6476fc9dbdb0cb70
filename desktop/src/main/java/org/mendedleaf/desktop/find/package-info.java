/**
 * Finding files by any name they ever had: the field in the frame and the page of what was found.
 * Start at {@link org.mendedleaf.desktop.find.FoundPage}.
 */
@NullMarked
package org.mendedleaf.desktop.find;

import org.jspecify.annotations.NullMarked;
