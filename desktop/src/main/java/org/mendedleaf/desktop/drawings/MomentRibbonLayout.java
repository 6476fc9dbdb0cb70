package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * Where things stand on a moment ribbon: time runs evenly from the first change to now, in buckets
 * of as many whole days as have room. Pure: the same input gives the same places.
 */
final class MomentRibbonLayout {

  private static final double LEAST_ROOM = 8;
  private static final double SHORTEST = 7;
  private static final double LONGEST = 42;

  private final LocalDate first;
  private final ZoneId zone;
  private final int daysPerBucket;
  private final int buckets;
  private final double left;
  private final double step;

  /**
   * A bucket in which something happened.
   *
   * @param x its middle
   * @param length of its leaf; 0 if nothing was saved
   * @param removed how many files were removed in it
   * @param end the last moment of it
   */
  record Placed(double x, double length, long saved, long removed, Instant end) {}

  MomentRibbonLayout(
      List<MomentRibbon.Change> changes, Instant now, ZoneId zone, double left, double right) {
    this.zone = zone;
    LocalDate today = now.atZone(zone).toLocalDate();
    LocalDate begin = changes.isEmpty() ? today : changes.get(0).at().atZone(zone).toLocalDate();
    long days = ChronoUnit.DAYS.between(begin, today) + 1;
    int room = (int) Math.max(1, (right - left) / LEAST_ROOM);
    this.daysPerBucket = (int) Math.max(1, (days + room - 1) / room);
    this.buckets = (int) Math.max(1, (days + daysPerBucket - 1) / daysPerBucket);
    // The last bucket ends today, so that now is at the right end.
    this.first = today.minusDays((long) buckets * daysPerBucket - 1);
    this.left = left;
    this.step = (right - left) / buckets;
  }

  /** The buckets in which something happened, oldest first. */
  List<Placed> place(List<MomentRibbon.Change> changes) {
    long[] saved = new long[buckets];
    long[] removed = new long[buckets];
    for (MomentRibbon.Change change : changes) {
      int bucket = bucket(change.at());
      saved[bucket] += change.saved();
      removed[bucket] += change.removed();
    }
    long most = 1;
    // The first capture brings in everything; next to it all other days would look alike.
    for (int i = 1; i < buckets; i++) {
      most = Math.max(most, saved[i]);
    }
    List<Placed> placed = new ArrayList<>();
    for (int i = 0; i < buckets; i++) {
      if (saved[i] + removed[i] > 0) {
        // Lengths by the root: a day with four times as much has a leaf of twice the length.
        double part = Math.sqrt(Math.min(1, (double) saved[i] / most));
        double length = saved[i] == 0 ? 0 : SHORTEST + (LONGEST - SHORTEST) * part;
        placed.add(new Placed(middle(i), length, saved[i], removed[i], end(i)));
      }
    }
    return placed;
  }

  /** The x of a moment. */
  double x(Instant at) {
    int bucket = bucket(at);
    Instant from = first.plusDays((long) bucket * daysPerBucket).atStartOfDay(zone).toInstant();
    double part =
        (double) ChronoUnit.SECONDS.between(from, at)
            / Math.max(1, ChronoUnit.SECONDS.between(from, end(bucket)));
    return left + step * (bucket + Math.max(0, Math.min(1, part)));
  }

  /** The moment at an x: the end of the bucket that it lies in. */
  Instant at(double x) {
    int bucket = (int) Math.floor((x - left) / step);
    return end(Math.max(0, Math.min(buckets - 1, bucket)));
  }

  /** The day with which a bucket begins, for the dates below. */
  LocalDate day(int bucket) {
    return first.plusDays((long) bucket * daysPerBucket);
  }

  /** How far a leaf may reach to each side. */
  double width() {
    return Math.max(2.5, Math.min(9, step * 0.52));
  }

  int buckets() {
    return buckets;
  }

  double middle(int bucket) {
    return left + step * (bucket + 0.5);
  }

  private Instant end(int bucket) {
    return first
        .plusDays((bucket + 1L) * daysPerBucket)
        .atStartOfDay(zone)
        .toInstant()
        .minusNanos(1);
  }

  private int bucket(Instant at) {
    long days = ChronoUnit.DAYS.between(first, at.atZone(zone).toLocalDate());
    return (int) Math.max(0, Math.min(buckets - 1, days / daysPerBucket));
  }
}
