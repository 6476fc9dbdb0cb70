/**
 * Recording what has changed on a shelf: looking, reading, telling renames from new files, and
 * proposing the result to the journal.
 *
 * <p>Knows {@code store}, {@code catalog} and {@code progress}. A capture interprets no content.
 *
 * <p>Start reading at {@link org.mendedleaf.core.capture.Capture}.
 */
@NullMarked
package org.mendedleaf.core.capture;

import org.jspecify.annotations.NullMarked;
