/**
 * Readers of foreign formats, one per kind. A new kind of document goes here and into {@link
 * org.mendedleaf.core.compare.readers.Kinds}.
 *
 * <p>They read hostile input, so they run in the child process only; see {@code compare.process}.
 * Knows {@code compare.inside}. Start reading at {@link
 * org.mendedleaf.core.compare.readers.Glance}.
 */
@NullMarked
package org.mendedleaf.core.compare.readers;

import org.jspecify.annotations.NullMarked;
