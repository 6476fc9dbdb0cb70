package org.mendedleaf.desktop.work.jobs;

import java.util.concurrent.TimeUnit;

/**
 * Lets long work stand back while a page waits for its answer, so that the page has the processors.
 * However much is asked, work goes on half of the time. Safe for several threads.
 */
final class Courtesy {

  private static final long LONGEST = TimeUnit.MILLISECONDS.toNanos(400);

  /** For so long the answer is laid out and drawn. */
  private static final long DRAWN = TimeUnit.MILLISECONDS.toNanos(60);

  private final Object turn = new Object();
  private int waiting;
  // The work stands back until then at the latest, and not before then again.
  private long until = System.nanoTime();
  private long again = until;

  /** Somebody waits for an answer from now on. */
  void asked() {
    synchronized (turn) {
      waiting++;
      long now = System.nanoTime();
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
        long drawn = System.nanoTime() + DRAWN;
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
        for (long left = until - System.nanoTime(); left > 0; left = until - System.nanoTime()) {
          TimeUnit.NANOSECONDS.timedWait(turn, Math.min(left, DRAWN));
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
