package org.mendedleaf.core.catalog;

import org.mendedleaf.core.store.log.LogHead;

/**
 * A commit of another log of the same store, which is committed anew.
 *
 * @param desk that committed it there
 */
public record FormerCommit(LogHead was, String desk) {}
