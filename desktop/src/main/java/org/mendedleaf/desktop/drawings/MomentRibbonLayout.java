package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * Places the marks of a moment ribbon: time runs evenly from the first change to now, in spans of
 * as many whole days as have room. Pure: the same input gives the same places.
 */
final class MomentRibbonLayout {

  private static final double LEAST_ROOM = 8;
  private static final double SHORTEST = 7;
  private static final double LONGEST = 42;

  private final LocalDate first;
  private final ZoneId zone;
  private final int daysPerSpan;
  private final int spans;
  private final double left;
  private final double step;

  /**
   * A span in which something happened.
   *
   * @param x its middle
   * @param length of its leaf; 0 if nothing was saved
   * @param removed how many files were removed in it
   * @param end the last moment of it
   */
  record PlacedBar(double x, double length, long saved, long removed, Instant end) {}

  MomentRibbonLayout(
      List<MomentRibbon.RibbonChange> changes,
      Instant now,
      ZoneId zone,
      double left,
      double right) {
    this.zone = zone;
    LocalDate today = now.atZone(zone).toLocalDate();
    LocalDate begin = changes.isEmpty() ? today : changes.get(0).at().atZone(zone).toLocalDate();
    long days = ChronoUnit.DAYS.between(begin, today) + 1;
    int room = (int) Math.max(1, (right - left) / LEAST_ROOM);
    this.daysPerSpan = (int) Math.max(1, (days + room - 1) / room);
    this.spans = (int) Math.max(1, (days + daysPerSpan - 1) / daysPerSpan);
    // The last span ends today, so that now is at the right end.
    this.first = today.minusDays((long) spans * daysPerSpan - 1);
    this.left = left;
    this.step = (right - left) / spans;
  }

  /** The spans in which something happened, oldest first. */
  List<PlacedBar> place(List<MomentRibbon.RibbonChange> changes) {
    long[] saved = new long[spans];
    long[] removed = new long[spans];
    for (MomentRibbon.RibbonChange change : changes) {
      int span = span(change.at());
      saved[span] += change.saved();
      removed[span] += change.removed();
    }
    long most = 1;
    // The first capture brings in everything; next to it all other days would look alike.
    for (int i = 1; i < spans; i++) {
      most = Math.max(most, saved[i]);
    }
    List<PlacedBar> placed = new ArrayList<>();
    for (int i = 0; i < spans; i++) {
      if (saved[i] + removed[i] > 0) {
        // Lengths by the root: a day with four times as much has a leaf of twice the length.
        double part = Math.sqrt(Math.min(1, (double) saved[i] / most));
        double length = saved[i] == 0 ? 0 : SHORTEST + (LONGEST - SHORTEST) * part;
        placed.add(new PlacedBar(middle(i), length, saved[i], removed[i], end(i)));
      }
    }
    return placed;
  }

  /** The x of a moment. */
  double x(Instant at) {
    int span = span(at);
    Instant from = first.plusDays((long) span * daysPerSpan).atStartOfDay(zone).toInstant();
    double part =
        (double) ChronoUnit.SECONDS.between(from, at)
            / Math.max(1, ChronoUnit.SECONDS.between(from, end(span)));
    return left + step * (span + Math.max(0, Math.min(1, part)));
  }

  /** The moment at an x: the end of the span that it lies in. */
  Instant at(double x) {
    int span = (int) Math.floor((x - left) / step);
    return end(Math.max(0, Math.min(spans - 1, span)));
  }

  /** The day with which a span begins, for the dates below. */
  LocalDate day(int span) {
    return first.plusDays((long) span * daysPerSpan);
  }

  /** How far a leaf may reach to each side. */
  double width() {
    return Math.max(2.5, Math.min(9, step * 0.52));
  }

  int spans() {
    return spans;
  }

  double middle(int span) {
    return left + step * (span + 0.5);
  }

  private Instant end(int span) {
    return first.plusDays((span + 1L) * daysPerSpan).atStartOfDay(zone).toInstant().minusNanos(1);
  }

  private int span(Instant at) {
    long days = ChronoUnit.DAYS.between(first, at.atZone(zone).toLocalDate());
    return (int) Math.max(0, Math.min(spans - 1, days / daysPerSpan));
  }
}
