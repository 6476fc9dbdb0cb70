/**
 * Giving earlier states back: mending a file with a revision, the tray with its rehearsal and
 * receipt, and taking either back.
 *
 * <p>Knows {@code store}, {@code catalog}, {@code capture} and {@code progress}. Start reading at
 * {@link org.mendedleaf.core.recover.Recovery}.
 */
@NullMarked
package org.mendedleaf.core.recover;

import org.jspecify.annotations.NullMarked;
