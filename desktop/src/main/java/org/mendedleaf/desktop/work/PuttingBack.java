package org.mendedleaf.desktop.work;

import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Puts every damaged file of a shelf back to its last good state: rehearsed first, as one tray. For
 * the interface thread.
 */
public final class PuttingBack {

  private final Context context;

  public PuttingBack(Context context) {
    this.context = context;
  }

  /** What the step is called. */
  public static String act() {
    return Words.of("finding.putBack");
  }

  /** Finds the last good states, and shows what putting all of them back would do. */
  public void all(Shelf shelf) {
    context.start(
        Words.of("finding.looking"),
        progress -> context.office().screenings().tray(shelf),
        tray -> {
          if (tray.entries().isEmpty()) {
            context.tell(Words.of("finding.nothingBack", shelf.name()));
          } else {
            context.go(new Place.Rehearsed(tray));
          }
        });
  }
}
