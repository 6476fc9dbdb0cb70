/**
 * The facade that the window and the command line use: one office with everything that can be done
 * in it, and little else.
 *
 * <p>Knows all packages of the core; nobody in the core knows it. Start reading at {@link
 * org.mendedleaf.core.office.Office}.
 */
@NullMarked
package org.mendedleaf.core.office;

import org.jspecify.annotations.NullMarked;
