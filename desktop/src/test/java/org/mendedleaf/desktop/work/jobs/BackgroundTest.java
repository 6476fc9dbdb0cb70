package org.mendedleaf.desktop.work.jobs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.progress.CancelledException;

/** Who waits for whom: a page for no work, and work for a page. */
class BackgroundTest {

  private final ExecutorService questions = Executors.newFixedThreadPool(1);
  private final ExecutorService jobs = Executors.newCachedThreadPool();
  private final ExecutorService interfaceThread = Executors.newSingleThreadExecutor();
  // Stands still unless a test moves it, however slow the machine is.
  private final AtomicLong nanos = new AtomicLong();
  private volatile LongSupplier clock = nanos::get;
  private final Background background =
      new Background(questions, jobs, jobs, interfaceThread, () -> clock.getAsLong());
  private final List<String> told = Collections.synchronizedList(new ArrayList<>());

  @AfterEach
  void end() {
    List.of(questions, jobs, interfaceThread).forEach(ExecutorService::shutdownNow);
  }

  private void ask(String question, CountDownLatch answerable) {
    background.ask(
        () -> {
          answerable.await();
          return question;
        },
        told::add,
        e -> told.add(e.toString()));
  }

  private static void go(Job job) {
    try {
      job.checkCancelled();
    } catch (CancelledException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void workStandsBackUntilAPageHasItsAnswer() throws Exception {
    Job job = new Job("a capture", background);
    CountDownLatch answerable = new CountDownLatch(1);
    CountDownLatch went = new CountDownLatch(1);
    ask("what is in this folder", answerable);
    jobs.execute(
        () -> {
          go(job);
          told.add("the work went on");
          went.countDown();
        });
    Thread.sleep(50);
    assertThat(told).isEmpty();
    answerable.countDown();
    while (told.isEmpty()) {
      Thread.sleep(1);
    }
    assertThat(told).as("until it is drawn").containsExactly("what is in this folder");
    nanos.addAndGet(TimeUnit.MILLISECONDS.toNanos(61));
    assertThat(went.await(5, TimeUnit.SECONDS)).isTrue();
    assertThat(told).containsExactly("what is in this folder", "the work went on");
  }

  @Test
  void workWaitsNoLongerThanItMust() throws Exception {
    Job job = new Job("a capture", background);
    CountDownLatch went = new CountDownLatch(1);
    ask("what never answers", new CountDownLatch(1));
    jobs.execute(
        () -> {
          go(job);
          went.countDown();
        });
    assertThat(went.await(50, TimeUnit.MILLISECONDS)).isFalse();
    nanos.addAndGet(TimeUnit.MILLISECONDS.toNanos(401));
    assertThat(went.await(5, TimeUnit.SECONDS)).isTrue();
  }

  @Test
  void workThatNobodyWaitsForGoesOnAtOnce() {
    assertThatCode(() -> new Job("a capture", background).checkCancelled())
        .doesNotThrowAnyException();
  }

  @Test
  void workThatIsToStopStops() {
    Job job = new Job("a capture", background);
    job.cancel();
    assertThatThrownBy(job::checkCancelled).isInstanceOf(CancelledException.class);
  }

  /** One question after another must not keep a capture from ever coming to its end. */
  @Test
  void workGoesOnHoweverMuchIsAsked() throws Exception {
    clock = System::nanoTime;
    CountDownLatch never = new CountDownLatch(1);
    ask("what takes for ever", never);
    Job job = new Job("a capture", background);
    int steps = 0;
    long began = System.nanoTime();
    while (System.nanoTime() - began < TimeUnit.SECONDS.toNanos(2)) {
      ask("another", never);
      go(job);
      steps++;
      Thread.sleep(1);
    }
    never.countDown();
    assertThat(steps).isGreaterThan(100);
  }

  @Test
  void anAnswerThatComesAfterTheWindowHasClosedIsDropped() throws Exception {
    List<Throwable> uncaught = Collections.synchronizedList(new ArrayList<>());
    CountDownLatch answerable = new CountDownLatch(1);
    ExecutorService worker =
        Executors.newSingleThreadExecutor(
            work -> {
              Thread thread = new Thread(work);
              thread.setUncaughtExceptionHandler((of, e) -> uncaught.add(e));
              return thread;
            });
    new Background(worker, interfaceThread)
        .ask(
            () -> {
              answerable.await();
              return "late";
            },
            told::add,
            e -> told.add(e.toString()));
    interfaceThread.shutdown();
    answerable.countDown();
    worker.shutdown();
    assertThat(worker.awaitTermination(5, TimeUnit.SECONDS)).isTrue();

    assertThat(uncaught).isEmpty();
    assertThat(told).isEmpty();
  }
}
