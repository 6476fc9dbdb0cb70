package org.mendedleaf.desktop.work.navigation;

import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/** Where the window can be. */
public sealed interface Place {

  /** The list of all shelves. */
  record AllShelves() implements Place {}

  /** A folder of a shelf. */
  record OneShelf(Shelf shelf, InnerPath folder) implements Place {}

  /** A folder of a shelf as it was at a moment. */
  record ShelfAt(Shelf shelf, InnerPath folder, Moment moment) implements Place {}

  /** A folder of a shelf at two moments. */
  record Compared(Shelf shelf, InnerPath folder, Moment earlier, Moment later) implements Place {}

  /**
   * The snapshots of a shelf.
   *
   * @param folder what a new one is taken of; the root for the whole shelf
   */
  record ShelfSnapshots(Shelf shelf, InnerPath folder) implements Place {}

  /** Whether a shelf is recorded, what it leaves out, and who may do what on it. */
  record RecordingOf(Shelf shelf) implements Place {}

  /** The care plans of all shelves. */
  record Plans() implements Place {}

  /** A shelf's care plan. */
  record PlanOf(Shelf shelf) implements Place {}

  /** What a shelf will take over the next year. */
  record Outlook(Shelf shelf) implements Place {}

  /** What thinning a shelf would do. */
  record Thinning(Shelf shelf) implements Place {}

  /** What needs a person today. */
  record Today() implements Place {}

  /** What is recorded costs. */
  record SpaceOf() implements Place {}

  /** Where a store lies, whether it is whole, and mending it. */
  record StoreOf(String store) implements Place {}

  /** What a drill of a store proved. */
  record DrillOf(String store, long act) implements Place {}

  /** All that was done. */
  record Ledger() implements Place {}

  /** Copies in a folder that may be one file. */
  record Gather(Shelf shelf, InnerPath folder) implements Place {}

  /** Files from outside that wait to be brought in. */
  record BringIn() implements Place {}

  /** What left the shelves. */
  record Lost() implements Place {}

  /** What has been picked, where it goes, and what was recovered before. */
  record OnTray() implements Place {}

  /** What running the tray would do. */
  record Rehearsed(Tray tray) implements Place {}

  /** What a recovery did; any act of it. */
  record ReceiptOf(String store, long act) implements Place {}

  /** What was found for something typed. */
  record Found(String typed) implements Place {}

  /**
   * A file with a history.
   *
   * @param revision the one to choose; empty for the newest
   * @param against any file to compare it with at once
   */
  record OneFile(FileRef file, Optional<Integer> revision, Optional<Path> against)
      implements Place {

    public OneFile(FileRef file, Optional<Integer> revision) {
      this(file, revision, Optional.empty());
    }
  }

  /**
   * Erasing revisions of a file for good.
   *
   * @param revision the one that it begins with
   */
  record Erase(FileRef file, int revision) implements Place {}

  /** A file or folder that has no history: it lies on no shelf, or was not captured yet. */
  record Stray(Path path) implements Place {}

  /** Choosing what to protect and where to keep it. */
  record NewShelf(Optional<Path> folder) implements Place {}
}
