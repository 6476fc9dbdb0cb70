package org.mendedleaf.desktop.work;

import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.office.FileRef;
import org.mendedleaf.core.office.Shelf;

/** Where the window can be. */
public sealed interface Place {

  /** The list of all shelves. */
  record AllShelves() implements Place {}

  /** A folder of a shelf. */
  record OneShelf(Shelf shelf, InnerPath folder) implements Place {}

  /** A file with a history. */
  record OneFile(FileRef file) implements Place {}

  /** A file or folder that has no history: it lies on no shelf, or was not captured yet. */
  record Stray(Path path) implements Place {}

  /** Choosing what to protect and where to keep it. */
  record NewShelf(Optional<Path> folder) implements Place {}
}
