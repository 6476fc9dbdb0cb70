/**
 * The log and what is made of it: committing drafts, and the catalogue that answers questions.
 *
 * <p>The log is the truth; the catalogue is a projection that can be built anew from it at any
 * time. Knows {@code store} and {@code history}. Start reading at {@link
 * org.mendedleaf.core.catalog.Journal} and {@link org.mendedleaf.core.catalog.Catalogue}.
 */
@NullMarked
package org.mendedleaf.core.catalog;

import org.jspecify.annotations.NullMarked;
