package org.mendedleaf.desktop.work.jobs;

import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/**
 * Long work as the window shows it. The work reports from its own threads; properties change on the
 * interface thread only, at most a few times a second.
 */
public final class Job implements Progress {

  private static final long NANOS_BETWEEN = 100_000_000;
  private static final double SECONDS_TO_TELL = 2;

  private final String title;
  private final Background background;
  private final ReadOnlyDoubleWrapper fraction = new ReadOnlyDoubleWrapper(-1);
  private final ReadOnlyStringWrapper sentence = new ReadOnlyStringWrapper("");
  private final AtomicBoolean cancelled = new AtomicBoolean();
  private final AtomicLong items = new AtomicLong();
  private final AtomicLong bytes = new AtomicLong();
  private final AtomicLong shownAt = new AtomicLong();
  private volatile Phase phase = Phase.LOOKING;
  private volatile long allItems;
  private volatile long allBytes;
  private volatile long phaseBegan = System.nanoTime();

  public Job(String title, Background background) {
    this.title = title;
    this.background = background;
  }

  public String title() {
    return title;
  }

  /** From 0 to 1, or -1 while the end is not known. */
  public ReadOnlyDoubleProperty fractionProperty() {
    return fraction.getReadOnlyProperty();
  }

  /** What it is doing, how far it is. */
  public ReadOnlyStringProperty sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public void cancel() {
    cancelled.set(true);
  }

  @Override
  public void phase(Phase next, long phaseItems, long phaseBytes) {
    phase = next;
    allItems = phaseItems;
    allBytes = phaseBytes;
    items.set(0);
    bytes.set(0);
    phaseBegan = System.nanoTime();
    show();
  }

  @Override
  public void advanced(long moreItems, long moreBytes) {
    items.addAndGet(moreItems);
    bytes.addAndGet(moreBytes);
    long now = System.nanoTime();
    long last = shownAt.get();
    if (now - last > NANOS_BETWEEN && shownAt.compareAndSet(last, now)) {
      show();
    }
  }

  @Override
  public boolean cancelled() {
    return cancelled.get();
  }

  /** Also where a page that waits for its answer comes first. */
  @Override
  public void checkCancelled() throws CancelledException {
    background.standBack();
    Progress.super.checkCancelled();
  }

  /** How fast it is and how long it will take, once that can be told. */
  private String pace(double part, long doneBytes) {
    double seconds = (System.nanoTime() - phaseBegan) / 1e9;
    if (seconds < SECONDS_TO_TELL || part <= 0 || part >= 1) {
      return "";
    }
    long left = Math.round(seconds / part - seconds);
    String time =
        left < 60 ? Words.count("job.seconds", left) : Words.count("job.minutes", left / 60);
    String rate =
        doneBytes == 0
            ? ""
            : ", " + Words.of("job.rate", Shown.size(Math.round(doneBytes / seconds)));
    return rate + ", " + Words.of("job.left", time);
  }

  private void show() {
    long doneItems = items.get();
    long doneBytes = bytes.get();
    double part =
        allBytes > 0
            ? (double) doneBytes / allBytes
            : allItems > 0 ? (double) doneItems / allItems : -1;
    String text =
        allItems > 0
            ? Words.of(
                    "job." + phase.name(),
                    Shown.count(doneItems),
                    Shown.count(allItems),
                    Shown.size(doneBytes))
                + pace(part, doneBytes)
            : Words.of("job.begin." + phase.name());
    background.later(
        () -> {
          fraction.set(Math.min(part, 1));
          sentence.set(text);
        });
  }
}
