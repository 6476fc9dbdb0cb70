package org.mendedleaf.desktop.work;

import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** What many files met with at once, in the words of the window. */
public final class EventWords {

  private EventWords() {}

  /** On which shelf, when, what, and that what stood before stays. */
  public static String sentence(ShelfEvent event, Context context) {
    return Words.of(
        "event.sentence",
        event.shelf().name(),
        Shown.moment(event.event().from(), context.now(), context.zone()),
        MassEventSentence.of(event.event()));
  }

  /** What putting so many files back is called. */
  public static String back(int files) {
    return Words.count("event.back", files);
  }
}
