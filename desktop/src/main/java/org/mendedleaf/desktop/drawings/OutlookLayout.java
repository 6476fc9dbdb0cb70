package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/**
 * Places bytes and moments in an {@link Outlook}: time goes to the right evenly, bytes upwards from
 * nothing.
 */
record OutlookLayout(Instant from, Instant to, long most, double width, double height) {

  private static final int LINES = 4;

  static OutlookLayout of(Outlook.DrawnOutlook drawn, double width, double height) {
    Instant from = Instant.MAX;
    Instant to = Instant.MIN;
    long most = 1;
    for (Outlook.Way way : drawn.ways()) {
      for (Outlook.OutlookPoint point : way.points()) {
        from = point.at().isBefore(from) ? point.at() : from;
        to = point.at().isAfter(to) ? point.at() : to;
        most = Math.max(most, point.high());
      }
    }
    return new OutlookLayout(from, to, Math.max(most, drawn.full().orElse(0L)), width, height);
  }

  double x(Instant at) {
    double span = Math.max(1, to.getEpochSecond() - from.getEpochSecond());
    return width * (at.getEpochSecond() - from.getEpochSecond()) / span;
  }

  double y(long bytes) {
    return height * (1 - (double) bytes / most);
  }

  /** Round numbers of bytes that the scale names, smallest first. */
  List<Long> lines() {
    double rough = (double) most / LINES;
    double power = Math.pow(10, Math.floor(Math.log10(rough)));
    double step = power;
    for (double factor : new double[] {1, 2, 5, 10}) {
      step = power * factor;
      if (step >= rough) {
        break;
      }
    }
    List<Long> lines = new ArrayList<>();
    for (double bytes = 0; bytes <= most; bytes += Math.max(1, step)) {
      lines.add(Math.round(bytes));
    }
    return lines;
  }
}
