package org.mendedleaf.core.store.log;

import org.mendedleaf.core.store.format.ContentId;

/**
 * The last commit of a log, at some time.
 *
 * @param number of its segment
 * @param hash of its segment, in which all before it are contained
 */
public record LogHead(long number, ContentId hash) {}
