/**
 * Secrecy: the key of an encrypted store, how a passphrase or a recovery key gives access to it,
 * and how bytes are sealed with it. Standard algorithms only; {@code docs/security.md} says what is
 * promised and what is not.
 *
 * <p>This package knows nobody above it: it does not know what a store or a record is.
 */
@NullMarked
package org.mendedleaf.core.seal;

import org.jspecify.annotations.NullMarked;
