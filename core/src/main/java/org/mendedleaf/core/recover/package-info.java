/**
 * Giving earlier states back: mending a file with a revision, and taking that back.
 *
 * <p>Knows {@code store}, {@code catalog}, {@code capture} and {@code progress}. Start reading at
 * {@link org.mendedleaf.core.recover.Mending}.
 */
package org.mendedleaf.core.recover;
