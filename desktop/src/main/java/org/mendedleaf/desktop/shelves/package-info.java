/** Shelves, their folders and files, and adding a shelf. */
@NullMarked
package org.mendedleaf.desktop.shelves;

import org.jspecify.annotations.NullMarked;
