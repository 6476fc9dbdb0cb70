/**
 * What the log means: shelves, files, revisions, and every question asked about them.
 *
 * <p>{@link org.mendedleaf.core.catalog.Journal} turns proposals into log lines and publishes them;
 * {@link org.mendedleaf.core.catalog.Catalogue} applies published segments to a SQLite database
 * that can be thrown away and rebuilt at any time. This package knows {@code store} and nobody
 * else.
 *
 * <p>Start reading at {@link org.mendedleaf.core.catalog.Journal}.
 */
package org.mendedleaf.core.catalog;
