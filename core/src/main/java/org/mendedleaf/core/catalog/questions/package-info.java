/**
 * The questions that the catalogue answers: about files, folders at a moment, names, changes, what
 * a care plan looks at, space, the ledger. Every question is one query or a few.
 *
 * <p>Knows {@code catalog.tables}. Start reading at {@link
 * org.mendedleaf.core.catalog.questions.FileQuestions}.
 */
@NullMarked
package org.mendedleaf.core.catalog.questions;

import org.jspecify.annotations.NullMarked;
