package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.session.CaptureTimes;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenStore;

/**
 * Checks that the clock can be trusted before something is let go by it. A clock that jumped ahead
 * would make everything look old at once.
 */
final class LettingGo {

  private static final Duration APART = Duration.ofHours(26);

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM uuuu, HH:mm", Locale.ENGLISH);

  private LettingGo() {}

  /** Under a set clock only stores that were made under one let anything go. */
  static void refuseUnderSetClock(OfficeSettings settings, OpenStore store)
      throws SentenceException {
    if (settings.parameters().trial() && !store.store().description().trial()) {
      throw new SentenceException(
          "The clock was set by hand, and this is no trial store, so nothing is let go: it can only be rehearsed.");
    }
  }

  /**
   * @throws ClockException if the clock seems to have jumped ahead
   */
  static void refuseAfterJump(OfficeSettings settings, CaptureTimes captures, OpenStore store)
      throws IOException {
    if (settings.parameters().trial()) {
      return;
    }
    Instant now = settings.clock().instant();
    Instant place = placeTime(store);
    if (now.isAfter(place.plus(APART))) {
      throw new ClockException(
          "The clock of this computer says %s, that of the store’s place %s. Nothing was let go; set the clock right, or say that it is."
              .formatted(said(now, settings), said(place, settings)));
    }
    Instant last = captures.jump().orElse(lastSign(captures, store));
    if (now.isAfter(last.plus(CaptureTimes.QUIET))) {
      throw new ClockException(
          "The last sign of anything being recorded is from %s, %d days ago. If the clock is right, say so; nothing was let go."
              .formatted(said(last, settings), Duration.between(last, now).toDays()));
    }
  }

  static String said(Instant at, OfficeSettings settings) {
    return WHEN.format(at.atZone(settings.zone()));
  }

  /** Notes that a person has said that the clock is right. */
  static void confirm(CaptureTimes captures) throws IOException {
    captures.confirm();
  }

  private static Instant placeTime(OpenStore store) throws IOException {
    return store.store().placeTime();
  }

  private static Instant lastSign(CaptureTimes captures, OpenStore store) throws IOException {
    Instant last =
        store
            .catalogue()
            .ledger()
            .last()
            .map(LedgerEntry::at)
            .orElse(store.store().description().created());
    return captures.last().filter(noted -> noted.isAfter(last)).orElse(last);
  }
}
