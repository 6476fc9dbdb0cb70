/** The table in which lists are shown, with the widths of its columns. */
@NullMarked
package org.mendedleaf.desktop.work.tables;

import org.jspecify.annotations.NullMarked;
