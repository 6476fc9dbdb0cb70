package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.Notices;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.tray.Recoveries;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Erasing is decided on what was proven and committed before anybody else commits: where that does
 * not come about, everything is asked and tried again. Safe for several threads.
 */
final class ErasingAttempts {

  private static final Logger LOG = LoggerFactory.getLogger(ErasingAttempts.class);

  /** The number of times an erasure is begun anew because another desk records meanwhile. */
  private static final int TRIES = 10;

  /** The number of attempts beside captures of other shelves. */
  private static final int PATIENT = 3;

  private final OpenDesk desk;
  private final Notices notices;
  private final Recoveries recoveries;

  ErasingAttempts(OpenDesk desk, Notices notices, Recoveries recoveries) {
    this.desk = desk;
    this.notices = notices;
    this.recoveries = recoveries;
  }

  /**
   * Where the catalogue turns out not to be what was written, as where a bit has flipped, it is
   * read from the log again and everything is asked once more.
   */
  <T> T proven(OpenStore store, Journal.Alone<T> work) throws IOException {
    try {
      return work.done();
    } catch (UnprovenException e) {
      LOG.warn("The catalogue is read from the log again: {}", e.getMessage());
      var unusedCommits = store.catalogue().rebuild();
      return work.done();
    }
  }

  /** Tries something; empty where somebody else has committed meanwhile. */
  interface Attempt<T> {
    Optional<T> once() throws IOException;
  }

  /**
   * Tries it until nobody else commits meanwhile.
   *
   * @param what was not done to anything where that never happens
   */
  <T> T until(Shelf shelf, String what, Attempt<T> attempt) throws IOException {
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      for (int i = 0; i < TRIES; i++) {
        Optional<T> done = undisturbed(i, desk.store(shelf.store()), attempt::once);
        if (done.isPresent()) {
          return done.get();
        }
      }
    }
    throw new SentenceException(
        "Others are recording into the store all the time, so nothing could be %s. Nothing was changed; do it once more when it is quieter."
            .formatted(what));
  }

  /** Shelves of this desk are captured meanwhile; who was overtaken often has them wait. */
  private static <T> T undisturbed(int attempt, OpenStore store, Journal.Alone<T> work)
      throws IOException {
    return attempt < PATIENT ? work.done() : store.journal().alone(work);
  }

  /** What was committed after this may hold what is to go. */
  static long seen(OpenStore store) throws IOException {
    store.catalogue().catchUp();
    return store.catalogue().commits();
  }

  /** What this desk has beside the store: notices, and plans of recoveries that never ended. */
  void forgetHere(FileLife life, Set<Integer> numbers, boolean everything) throws IOException {
    notices.forget(life.ref(), everything ? Set.of() : numbers);
    Set<String> words = new HashSet<>();
    for (Revision revision : life.revisions()) {
      if (numbers.isEmpty() || numbers.contains(revision.number())) {
        revision.state().content().ifPresent(content -> words.add(content.id().hex()));
      }
    }
    if (everything) {
      words.add(life.file().path().name());
      life.formerPaths().forEach(path -> words.add(path.name()));
    }
    recoveries.forgetMentioning(words);
  }
}
