/** Texts from the resource bundle, and how times and sizes are shown. */
@NullMarked
package org.mendedleaf.desktop.words;

import org.jspecify.annotations.NullMarked;
