package org.mendedleaf.desktop.lost;

import java.time.Instant;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.LostAndFound.Lost;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.leftovers.LostLink;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.session.Shelf;

/**
 * A line of Lost &amp; found: something that is gone, a copy that may be the rescue of it, or a
 * name that leads nowhere.
 */
sealed interface LostRow {

  Shelf shelf();

  /** Where it lay, or would lie under its proper name. */
  InnerPath path();

  /** How many files come back with it. */
  long files();

  long bytes();

  /** When it went; of a copy, when it was saved. */
  Instant at();

  /** A file that is gone, or a folder with everything in it. */
  record RemovedRow(Lost lost) implements LostRow {
    @Override
    public Shelf shelf() {
      return lost.shelf();
    }

    @Override
    public InnerPath path() {
      return lost.path();
    }

    @Override
    public long files() {
      return lost.files();
    }

    @Override
    public long bytes() {
      return lost.bytes();
    }

    @Override
    public Instant at() {
      return lost.at();
    }
  }

  /** A copy that some program left. */
  record LeftoverRow(Leftover leftover) implements LostRow {
    @Override
    public Shelf shelf() {
      return leftover.shelf();
    }

    @Override
    public InnerPath path() {
      return leftover.place();
    }

    @Override
    public long files() {
      return 1;
    }

    @Override
    public long bytes() {
      return leftover.size();
    }

    @Override
    public Instant at() {
      return leftover.saved();
    }
  }

  /**
   * What many files of a shelf met with at once, as long as nobody has decided on it.
   *
   * @param files of it that are gone
   * @param bytes of their newest revisions
   */
  record EventRow(ShelfEvent event, long files, long bytes) implements LostRow {
    @Override
    public Shelf shelf() {
      return event.shelf();
    }

    @Override
    public InnerPath path() {
      return InnerPath.ROOT;
    }

    @Override
    public Instant at() {
      return event.event().until();
    }
  }

  /** A name of something that is gone; nothing comes back with it alone. */
  record LinkRow(LostLink lostLink) implements LostRow {
    @Override
    public Shelf shelf() {
      return lostLink.shelf();
    }

    @Override
    public InnerPath path() {
      return lostLink.place();
    }

    @Override
    public long files() {
      return 0;
    }

    @Override
    public long bytes() {
      return 0;
    }

    @Override
    public Instant at() {
      return lostLink.at();
    }
  }
}
