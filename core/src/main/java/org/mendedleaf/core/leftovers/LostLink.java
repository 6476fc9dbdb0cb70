package org.mendedleaf.core.leftovers;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/**
 * A name of something that is gone from a shelf.
 *
 * @param place where it would lie
 * @param link what names it: a link on a shelf; empty if it is the desktop's list of opened files
 * @param at when it was opened last, or when the link was made
 * @param file what was recorded there; empty if nothing ever was
 */
public record LostLink(
    Shelf shelf, InnerPath place, Optional<Path> link, Instant at, Optional<FileRef> file) {}
