/**
 * The inside of a content, as values: its kind, paragraphs, sheets, entries, who it says saved it.
 *
 * <p>Knows nobody. Start reading at {@link org.mendedleaf.core.compare.inside.Inside}.
 */
@NullMarked
package org.mendedleaf.core.compare.inside;

import org.jspecify.annotations.NullMarked;
