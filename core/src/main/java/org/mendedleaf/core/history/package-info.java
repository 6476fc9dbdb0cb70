/**
 * The recorded history, as values: files, revisions, folders, moments, snapshots, what was set of
 * shelves and said of revisions, and how each is written as metadata.
 *
 * <p>Pure; knows only the names of contents in {@code store}. The window and the command line may
 * see these. Start reading at {@link org.mendedleaf.core.history.Revision}.
 */
@NullMarked
package org.mendedleaf.core.history;

import org.jspecify.annotations.NullMarked;
