/**
 * The lines of the log: what each says and how it is written. What an act proposes becomes such
 * lines when it is committed.
 *
 * <p>Knows {@code history}. Start reading at {@link org.mendedleaf.core.catalog.lines.Detail} and
 * {@link org.mendedleaf.core.catalog.lines.Proposal}.
 */
@NullMarked
package org.mendedleaf.core.catalog.lines;

import org.jspecify.annotations.NullMarked;
