package org.mendedleaf.core.progress;

/**
 * Progress and cancellation of long work. Implementations must be safe for several threads, and
 * quick: they are called for every file.
 */
public interface Progress {

  /** A progress that nobody listens to and nobody cancels. */
  Progress NONE =
      new Progress() {
        @Override
        public void phase(Phase phase, long items, long bytes) {}

        @Override
        public void advanced(long items, long bytes) {}

        @Override
        public boolean cancelled() {
          return false;
        }
      };

  /**
   * A new phase begins.
   *
   * @param items how many items it will go through, or 0 if not known
   * @param bytes how many bytes in all, or 0 if not known
   */
  void phase(Phase phase, long items, long bytes);

  /** Reports that this many more items and bytes of the phase are done. */
  void advanced(long items, long bytes);

  /** Whether the work should stop at the next good place. */
  boolean cancelled();

  /** Stops the work here if it was cancelled. */
  default void checkCancelled() throws CancelledException {
    if (cancelled()) {
      throw new CancelledException();
    }
  }
}
