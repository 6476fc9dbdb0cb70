package org.mendedleaf.core.shelves;

import java.nio.file.Path;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.Shelf;

/** The conditions that a shelf must meet for an act, and the sentences where it does not. */
public final class Required {

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEE d MMM uuuu", Locale.ENGLISH);

  private Required() {}

  /** Requires that the shelf is recorded at present. */
  static void recording(Shelf shelf, ZoneId zone) throws SentenceException {
    if (shelf.settings().recording() != Recording.ON) {
      throw new SentenceException(
          shelf.settings().recording() == Recording.PAUSED
              ? "The recording of the shelf “%s” is paused since %s, so nothing new was recorded; what is recorded stays. “mended-leaf recording” switches it on."
                  .formatted(shelf.name(), since(shelf, zone))
              : "The shelf “%s” is not recorded yet. “mended-leaf recording” switches it on."
                  .formatted(shelf.name()));
    }
  }

  private static String since(Shelf shelf, ZoneId zone) {
    return shelf
        .settings()
        .recordingSince()
        .map(at -> DAY.format(at.atZone(zone)))
        .orElse("some time");
  }

  /** Requires that the shelf has a folder on this desk. */
  public static Path folder(Shelf shelf) throws SentenceException {
    if (shelf.isDeposit()) {
      throw new SentenceException(
          "“%s” is a deposit shelf: it has no folder, so there is nothing to capture. Revisions are brought in."
              .formatted(shelf.name()));
    }
    return shelf
        .folder()
        .orElseThrow(
            () ->
                new SentenceException(
                    "The shelf “%s” is bound to no folder on this desk. “mended-leaf shelf bind” binds it."
                        .formatted(shelf.name())));
  }
}
