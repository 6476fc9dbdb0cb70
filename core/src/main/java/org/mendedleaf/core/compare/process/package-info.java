/**
 * The child process in which foreign formats are read and compared: it has a heap of its own and no
 * network and is killed at its deadline; what comes back are values.
 *
 * <p>Knows the rest of {@code compare} and {@code likeness}. Start reading at {@link
 * org.mendedleaf.core.compare.process.ReaderProcess}.
 */
@NullMarked
package org.mendedleaf.core.compare.process;

import org.jspecify.annotations.NullMarked;
