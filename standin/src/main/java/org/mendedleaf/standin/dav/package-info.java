/**
 * A stand-in as others reach it: files over WebDAV (RFC 4918) with versions (RFC 3253), quota (RFC
 * 4331) and a handful of properties of our own, which docs/outside.md describes. Start at {@code
 * FilesServlet}.
 */
@NullMarked
package org.mendedleaf.standin.dav;

import org.jspecify.annotations.NullMarked;
