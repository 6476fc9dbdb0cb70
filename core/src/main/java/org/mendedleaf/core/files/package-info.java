/**
 * One file and its whole history: finding it by address or name, its revisions and where else they
 * are, comparing and mending it, what people say of it and who is told of it.
 *
 * <p>Knows {@code shelves} and {@code tray}. Start reading at {@link
 * org.mendedleaf.core.files.FileLives}.
 */
@NullMarked
package org.mendedleaf.core.files;

import org.jspecify.annotations.NullMarked;
