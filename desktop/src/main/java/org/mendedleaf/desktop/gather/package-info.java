/** Gathering copies: what may be one file, in which order, and making it one. */
@NullMarked
package org.mendedleaf.desktop.gather;

import org.jspecify.annotations.NullMarked;
