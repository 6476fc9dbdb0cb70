package org.mendedleaf.desktop.drawings;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * A scale of time that widens toward now: each of its stretches is as wide as the others and holds
 * a longer time the older it is. Pure.
 */
public final class KeepScale {

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

  private final Instant now;
  private final List<Mark> marks;

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
    this.marks = List.of(Mark.values()).subList(0, last + 1);
  }

  /** The marks of the scale, now first. */
  public List<Mark> marks() {
    return marks;
  }

  /** Where a moment lies: 0 for the oldest, 1 for now. */
  public double place(Instant at) {
    double age = Math.max(0, Duration.between(at, now).toSeconds());
    for (int i = 1; i < marks.size(); i++) {
      double from = marks.get(i - 1).ago.toSeconds();
      double to = marks.get(i).ago.toSeconds();
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
    return 1 - stretch / (marks.size() - 1);
  }
}
