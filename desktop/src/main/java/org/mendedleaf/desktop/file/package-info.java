/** The page of one file: its life, its revisions, what is inside. */
@NullMarked
package org.mendedleaf.desktop.file;

import org.jspecify.annotations.NullMarked;
