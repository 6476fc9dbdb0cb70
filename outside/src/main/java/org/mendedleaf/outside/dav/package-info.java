/**
 * Storages over WebDAV (RFC 4918), with versions (RFC 3253) and without, and with the few
 * properties of docs/outside.md where a server has them. Start at {@code DavStorage}.
 */
@NullMarked
package org.mendedleaf.outside.dav;

import org.jspecify.annotations.NullMarked;
