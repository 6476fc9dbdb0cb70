package org.mendedleaf.desktop.work.jobs;

import java.util.concurrent.TimeUnit;
import java.util.function.LongSupplier;

/**
 * Lets long work stand back while a page waits for its answer, so that the page has the processors.
 * However much is asked, work goes on half of the time. Safe for several threads.
 */
final class Courtesy {

  private static final long LONGEST = TimeUnit.MILLISECONDS.toNanos(400);

  /** For so long the answer is laid out and drawn. */
  private static final long DRAWN = TimeUnit.MILLISECONDS.toNanos(60);

  private final LongSupplier nanos;
  private final Object turn = new Object();
  private int waiting;
  // The work stands back until then at the latest, and not before then again.
  private long until;
  private long again;

  /**
   * @param nanos a clock that counts nanoseconds from any beginning
   */
  Courtesy(LongSupplier nanos) {
    this.nanos = nanos;
    this.until = nanos.getAsLong();
    this.again = until;
  }

  /** Somebody waits for an answer from now on. */
  void asked() {
    synchronized (turn) {
      waiting++;
      long now = nanos.getAsLong();
      if (now - until >= 0 && now - again >= 0) {
        until = now + LONGEST;
        again = until + LONGEST;
      }
    }
  }

  /** An answer is there. */
  void answered() {
    synchronized (turn) {
      waiting--;
      if (waiting == 0) {
        // It was less than it might have been, so the next may be sooner.
        long drawn = nanos.getAsLong() + DRAWN;
        if (until - drawn > 0) {
          until = drawn;
          again = drawn;
        }
      }
    }
  }

  /** Called by work at places where it can pause; returns at once if nobody waits. */
  void standBack() {
    synchronized (turn) {
      try {
        for (long left = until - nanos.getAsLong(); left > 0; left = until - nanos.getAsLong()) {
          TimeUnit.NANOSECONDS.timedWait(turn, Math.min(left, DRAWN));
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
