/**
 * The tables of the catalogue and how lines of the log change them, with the proofs that destroying
 * rests on.
 *
 * <p>Knows {@code catalog.lines}. Start reading at {@link
 * org.mendedleaf.core.catalog.tables.Schema}, then {@link
 * org.mendedleaf.core.catalog.tables.Projection}.
 */
@NullMarked
package org.mendedleaf.core.catalog.tables;

import org.jspecify.annotations.NullMarked;
