package org.mendedleaf.core.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.LostAndFound;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.keeping.Spaces;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Moments;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.core.stores.Stores;
import org.mendedleaf.core.tray.Recoveries;

/**
 * A commit of very many files takes seconds. What a page asks meanwhile is answered from what was
 * there before; it must not wait, since few questions are asked at a time.
 */
class QuestionsBesideCommitsTest {

  @TempDir Path base;
  private final ExecutorService threads = Executors.newCachedThreadPool();

  @AfterEach
  void stop() {
    threads.shutdownNow();
  }

  @Test
  void nothingThatAPageAsksWaits() throws Exception {
    OfficeSettings settings;
    FileRef file;
    Shelf shelf;
    TestDesk desk = new TestDesk(base);
    try {
      desk.write("list.csv", "one");
      desk.capture();
      file = desk.life("list.csv").ref();
      shelf = desk.shelf();
      settings = desk.office().settings();
    } finally {
      desk.close();
    }
    OpenDesk open = new OpenDesk(settings, Desk.load(settings.home(), settings.random()));
    CountDownLatch done = new CountDownLatch(1);
    try {
      Map<String, Callable<?>> questions = questions(settings, open, shelf, file);
      CountDownLatch holding = new CountDownLatch(1);
      Future<?> change = threads.submit(() -> hold(open, shelf, holding, done));
      assertThat(holding.await(20, TimeUnit.SECONDS)).isTrue();
      for (Map.Entry<String, Callable<?>> question : questions.entrySet()) {
        Future<?> answer = threads.submit(question.getValue());
        try {
          assertThat(answer.get(5, TimeUnit.SECONDS)).as(question.getKey()).isNotNull();
        } catch (TimeoutException e) {
          throw new AssertionError(question.getKey() + " waits for a change", e);
        }
      }
      done.countDown();
      assertThat(change.get(20, TimeUnit.SECONDS)).isNotNull();
    } finally {
      done.countDown();
      open.close();
    }
  }

  /** Holds what a commit holds while it is applied. */
  private static Object hold(
      OpenDesk open, Shelf shelf, CountDownLatch holding, CountDownLatch done) throws IOException {
    return open.store(shelf.store())
        .catalogue()
        .proving(
            proof -> {
              holding.countDown();
              try {
                return done.await(60, TimeUnit.SECONDS);
              } catch (InterruptedException e) {
                throw new IOException(e);
              }
            });
  }

  private static Map<String, Callable<?>> questions(
      OfficeSettings settings, OpenDesk open, Shelf shelf, FileRef file) throws IOException {
    Stores stores = new Stores(open, settings);
    Shelves shelves = new Shelves(stores, open, settings);
    Recoveries recoveries = new Recoveries(shelves, open, settings);
    FileLives files = new FileLives(shelves, recoveries, open, settings);
    Snapshots snapshots = new Snapshots(shelves, open, settings);
    Safeguards safeguards = new Safeguards(shelves, open, settings);
    CarePlans plans =
        new CarePlans(
            shelves, new Spaces(stores, shelves, open), snapshots, safeguards, open, settings);
    Moments moments = new Moments(open);
    Map<String, Callable<?>> questions = new LinkedHashMap<>();
    questions.put("which stores there are", stores::known);
    questions.put("which shelves there are", shelves::all);
    questions.put("what is in a folder", () -> shelves.browse(shelf, InnerPath.ROOT));
    questions.put("which folders there are", () -> shelves.folders(shelf));
    questions.put("what changed on a shelf", () -> moments.changes(shelf));
    questions.put(
        "when a shelf was captured",
        () -> moments.capturedBefore(shelf, settings.clock().instant()));
    questions.put("a file's history", () -> files.life(file));
    questions.put(
        "what keeps its revisions",
        () -> plans.judge(files.life(file), settings.clock().instant()));
    questions.put("which snapshots there are", () -> snapshots.of(shelf));
    questions.put(
        "what was lost", () -> new LostAndFound(shelves, plans, recoveries, open, settings).all());
    questions.put(
        "what is doubtful", () -> new Screenings(shelves, open, settings).doubtful(shelf));
    questions.put("what was hurt at once", () -> new MassEvents(shelves, open, settings).of(shelf));
    return questions;
  }
}
