package org.mendedleaf.desktop.drawings;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * A scale of time that widens toward now: each of its stretches is as wide as the others and holds
 * a longer time the older it is; the oldest is as wide as there is need for. Pure.
 */
final class KeepScale {

  /** A mark under the scale. */
  public enum Mark {
    NOW(Duration.ZERO),
    WEEK(Duration.ofDays(7)),
    MONTH(Duration.ofDays(30)),
    QUARTER(Duration.ofDays(91)),
    YEAR(Duration.ofDays(365)),
    SEVEN_YEARS(Duration.ofDays(7 * 365)),
    THIRTY_YEARS(Duration.ofDays(30 * 365));

    private final Duration ago;

    Mark(Duration ago) {
      this.ago = ago;
    }
  }

  /** The oldest stretch is not drawn smaller than this part of the others. */
  private static final double LEAST = 0.3;

  private final Instant now;
  private final List<Mark> marks;
  private final double stretches;

  /**
   * @param oldest what must have room
   */
  public KeepScale(Instant now, Instant oldest) {
    this.now = now;
    Duration age = Duration.between(oldest, now);
    int last = 1;
    while (last < Mark.values().length - 1 && Mark.values()[last].ago.compareTo(age) < 0) {
      last++;
    }
    double from = Mark.values()[last - 1].ago.toSeconds();
    double part = (age.toSeconds() - from) / (Mark.values()[last].ago.toSeconds() - from);
    boolean whole = part > 1 - LEAST / 2;
    this.stretches = whole ? last : last - 1 + Math.max(LEAST, part + LEAST / 4);
    this.marks = List.of(Mark.values()).subList(0, whole ? last + 1 : last);
  }

  /** The marks that have room, now first. */
  public List<Mark> marks() {
    return marks;
  }

  /** Where a moment lies: 0 for the oldest, 1 for now. */
  public double place(Instant at) {
    double age = Math.max(0, Duration.between(at, now).toSeconds());
    for (int i = 1; i < Mark.values().length; i++) {
      double from = Mark.values()[i - 1].ago.toSeconds();
      double to = Mark.values()[i].ago.toSeconds();
      if (age <= to) {
        return place(i - 1 + (age - from) / (to - from));
      }
    }
    return 0;
  }

  /** Where a mark lies. */
  public double place(Mark mark) {
    return place((double) marks.indexOf(mark));
  }

  private double place(double stretch) {
    return Math.max(0, 1 - stretch / stretches);
  }
}
