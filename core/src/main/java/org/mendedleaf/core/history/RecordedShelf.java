package org.mendedleaf.core.history;

import java.time.Instant;

/**
 * A shelf as the store knows it; which folder it is bound to on this desk is not in the store.
 *
 * @param folder the folder that it was made for, as its desk called it
 * @param files present files
 * @param revisions of all files, removed ones included
 * @param firstCaptureDone whether its first capture is complete
 */
public record RecordedShelf(
    long id,
    String name,
    ShelfKind kind,
    String folder,
    Instant made,
    long files,
    long revisions,
    boolean firstCaptureDone,
    ShelfSettings settings) {}
