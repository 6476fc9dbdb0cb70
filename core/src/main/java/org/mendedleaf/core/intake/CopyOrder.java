package org.mendedleaf.core.intake;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import org.mendedleaf.core.intake.Family.Copy;
import org.mendedleaf.core.intake.Family.FamilyOrder;

/**
 * The order in which copies were made. A date that somebody wrote into each name counts more than
 * when the files were saved, since copying often changes that; numbers count where the times tell
 * nothing.
 *
 * @param <F> what stands for a file
 */
record CopyOrder<F>(FamilyOrder by, boolean differs, List<Copy<F>> sorted) {

  /** Times that lie closer are those of copying the files, not of saving them. */
  private static final Duration AT_ONCE = Duration.ofMinutes(2);

  static <F> CopyOrder<F> of(List<Copy<F>> copies) {
    Comparator<Copy<F>> times = Comparator.comparing(Copy::saved);
    List<Copy<F>> byTimes = sorted(copies, times);
    if (copies.stream().allMatch(copy -> date(copy) > 0)) {
      return by(
          FamilyOrder.DATES,
          copies,
          Comparator.comparingLong(CopyOrder::date),
          byTimes,
          CopyOrder::date);
    }
    Duration span =
        Duration.between(byTimes.get(0).saved(), byTimes.get(byTimes.size() - 1).saved());
    boolean counted = copies.stream().filter(copy -> number(copy) >= 0).count() >= 2;
    if (span.compareTo(AT_ONCE) < 0 && counted) {
      return by(
          FamilyOrder.NUMBERS,
          copies,
          Comparator.comparingLong(CopyOrder::number),
          byTimes,
          CopyOrder::number);
    }
    return new CopyOrder<>(FamilyOrder.TIMES, false, byTimes);
  }

  private static <F> CopyOrder<F> by(
      FamilyOrder order,
      List<Copy<F>> copies,
      Comparator<Copy<F>> comparator,
      List<Copy<F>> byTimes,
      Function<Copy<F>, Long> key) {
    List<Copy<F>> sorted =
        sorted(copies, comparator.thenComparingLong(CopyOrder::number).thenComparing(Copy::saved));
    boolean differs = false;
    for (int i = 1; i < byTimes.size(); i++) {
      Instant before = byTimes.get(i - 1).saved();
      boolean apart = Duration.between(before, byTimes.get(i).saved()).compareTo(AT_ONCE) > 0;
      differs |= apart && key.apply(byTimes.get(i)) < key.apply(byTimes.get(i - 1));
    }
    return new CopyOrder<>(order, differs, sorted);
  }

  private static <F> List<Copy<F>> sorted(List<Copy<F>> copies, Comparator<Copy<F>> comparator) {
    List<Copy<F>> sorted = new ArrayList<>(copies);
    sorted.sort(comparator.thenComparing(Copy::written));
    return sorted;
  }

  /** Year, month and day in the name; 0 where it has none. */
  private static long date(Copy<?> copy) {
    long date = copy.name().date().orElse(0L);
    return date % 100 == 0 ? 0 : date;
  }

  /** A name without a number was there before the numbered ones. */
  private static long number(Copy<?> copy) {
    return copy.name().number().orElse(-1L);
  }
}
