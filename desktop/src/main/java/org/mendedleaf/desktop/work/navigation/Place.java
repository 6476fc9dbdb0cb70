package org.mendedleaf.desktop.work.navigation;

import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/** A place that the window can show. */
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

  /** The settings of a shelf. */
  record RecordingOf(Shelf shelf) implements Place {}

  /** The care plans of all shelves. */
  record Plans() implements Place {}

  /** A shelf's care plan. */
  record PlanOf(Shelf shelf) implements Place {}

  /** The forecast for a shelf. */
  record Outlook(Shelf shelf) implements Place {}

  /** The rehearsal of thinning a shelf. */
  record Thinning(Shelf shelf) implements Place {}

  /** Today. */
  record Today() implements Place {}

  /** The space that recorded revisions take. */
  record SpaceOf() implements Place {}

  /** A store. */
  record StoreOf(String store) implements Place {}

  /** The certificate of a drill. */
  record DrillOf(String store, long act) implements Place {}

  /** The ledger. */
  record Ledger() implements Place {}

  /** Copies in a folder that may be one file. */
  record Gather(Shelf shelf, InnerPath folder) implements Place {}

  /** Files from outside that wait to be brought in. */
  record BringIn() implements Place {}

  /** Lost & found. */
  record Lost() implements Place {}

  /** Where copies that programs leave are looked for, and how they are told. */
  record CopyPlaces() implements Place {}

  /** The tray. */
  record OnTray() implements Place {}

  /** The rehearsal of the tray. */
  record Rehearsed(Tray tray) implements Place {}

  /** The receipt of a recovery; any act of it. */
  record ReceiptOf(String store, long act) implements Place {}

  /** The results of a search. */
  record Found(String typed) implements Place {}

  /**
   * A file with a history.
   *
   * @param revision the one to choose; empty for the newest
   * @param against any file to compare it with at once
   * @param compared another revision to compare it with at once
   */
  record OneFile(
      FileRef file, Optional<Integer> revision, Optional<Path> against, Optional<Integer> compared)
      implements Place {

    public OneFile(FileRef file, Optional<Integer> revision) {
      this(file, revision, Optional.empty(), Optional.empty());
    }

    /** The file, with a revision beside a file from anywhere. */
    public OneFile(FileRef file, Optional<Integer> revision, Optional<Path> against) {
      this(file, revision, against, Optional.empty());
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

  /**
   * Taking the place of a computer that is lost.
   *
   * @param sheet the file of its recovery sheet; empty while it is not said what to adopt
   */
  record Adopt(Optional<Path> sheet) implements Place {}

  /** Choosing what to protect and where to keep it. */
  record NewShelf(Optional<Path> folder) implements Place {}
}
