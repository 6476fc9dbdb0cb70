package org.mendedleaf.core.office;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.mendedleaf.core.arrivals.ArrivalFolders;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.rhythm.Rounds;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.stores.ColdSheaves;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.core.telling.News;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Does automatically what a window would do while it is open: captures, snapshots and letting go as
 * care plans say, arrivals that shelves admit, notices, and keeping stores tidy. For one thread.
 */
public final class WatchKeeping {

  private static final Logger LOG = LoggerFactory.getLogger(WatchKeeping.class);
  private static final Duration ARRIVALS = Duration.ofSeconds(5);

  /** What is due next must not wait for longer until what was just recorded is examined. */
  private static final Duration AT_ONCE = Duration.ofSeconds(5);

  private static final Duration IDLE = Duration.ofMinutes(10);
  private static final Duration SUMMARIES = Duration.ofMinutes(1);

  private final Office office;
  private final Consumer<String> told;
  private final Executor beside;
  private final AtomicBoolean pressing = new AtomicBoolean();
  private final Rounds rounds;
  private final Set<Object> looked = new HashSet<>();
  private final CopyWatch copies;
  private Instant arrivals;
  private Instant idle;

  /**
   * @param told hears in sentences what was done and what was not
   * @param beside runs what takes long and nothing waits for
   */
  public WatchKeeping(Office office, Consumer<String> told, Executor beside) {
    this.office = office;
    this.told = told;
    this.beside = beside;
    this.rounds = new Rounds(office.rhythms(), office.settings());
    this.copies = new CopyWatch(office);
    this.arrivals = now();
    this.idle = now();
  }

  /** One round, to be made every second or so; it takes as long as what is due takes. */
  public void round() {
    try {
      List<Rhythms.Due> due = rounds.next();
      due.forEach(this::run);
      if (!now().isBefore(arrivals.plus(ARRIVALS))) {
        arrivals = now();
        admit();
        int working = copies.round();
        if (working > 0) {
          told.accept(
              working == 1
                  ? "1 working copy of a program was recorded."
                  : "%d working copies of programs were recorded.".formatted(working));
        }
        var unused = office.notices().write();
        office.telling().afterQuiet();
      }
      if (due.isEmpty() && !now().isBefore(idle.plus(IDLE))) {
        tidy();
        idle = now();
      }
      rounds.fine();
    } catch (IOException | RuntimeException e) {
      String sentence = Complaint.sentence(e);
      if (rounds.isNews(sentence)) {
        told.accept(sentence);
      }
    }
  }

  private Instant now() {
    return office.settings().clock().instant();
  }

  private void run(Rhythms.Due due) {
    String problem;
    try {
      Optional<CaptureOutcome> outcome = office.rhythms().run(due, Progress.NONE);
      if (outcome.isEmpty() || outcome.get() instanceof CaptureOutcome.Done) {
        rounds.done(due);
        did(due, outcome).ifPresent(told);
        if (outcome.isPresent() && hasChanges(outcome.get())) {
          examine(due.shelf());
        }
        return;
      }
      problem = question(outcome.get());
    } catch (IOException | RuntimeException e) {
      problem = Complaint.sentence(e);
    }
    if (rounds.failed(due, problem)) {
      told.accept("%s: %s".formatted(due.shelf().name(), problem));
    }
  }

  private void examine(Shelf shelf) throws IOException {
    // Who was never looked at has nothing new; what is found now is.
    var before = office.telling().tell(shelf);
    var unused = office.screenings().screen(shelf.store(), AT_ONCE, Progress.NONE);
    tell(before);
    tell(office.telling().tell(shelf));
  }

  private void tell(List<News> news) {
    news.forEach(one -> told.accept(one.line()));
  }

  private static boolean hasChanges(CaptureOutcome outcome) {
    return outcome instanceof CaptureOutcome.Done done && done.report().act().isPresent();
  }

  private static Optional<String> did(Rhythms.Due due, Optional<CaptureOutcome> outcome) {
    String name = due.shelf().name();
    Optional<String> said = due.doing().said(due.shelf());
    if (said.isPresent()) {
      return said;
    }
    CaptureReport report = ((CaptureOutcome.Done) outcome.orElseThrow()).report();
    return report.act().isEmpty()
        ? Optional.empty()
        : Optional.of(
            "%s: %d new, %d changed, %d renamed, %d removed, %d not recorded.%s"
                .formatted(
                    name,
                    report.added(),
                    report.changed(),
                    report.renamed(),
                    report.removed(),
                    report.problems().size(),
                    Store.liesIn(due.shelf().storeFolder())
                        ? ""
                        : " It is kept on this computer, since the store is away."));
  }

  private static String question(CaptureOutcome outcome) {
    return outcome instanceof CaptureOutcome.SuddenlyEmpty empty
        ? "%s is empty although %d files are recorded there. Nothing was recorded and nothing is lost; a person has to say whether it was emptied on purpose."
            .formatted(empty.folder(), empty.files())
        : "%s is not there; perhaps its drive is away. It is captured as soon as it is back."
            .formatted(((CaptureOutcome.FolderMissing) outcome).folder());
  }

  /** What a shelf lets in automatically; all else waits for a person. */
  private void admit() throws IOException {
    List<ArrivalFolders.Arrival> fresh = new ArrayList<>();
    for (ArrivalFolders.Arrival one : office.arrivals().waiting()) {
      if (looked.add(one)) {
        fresh.add(one);
      }
    }
    if (fresh.isEmpty()) {
      return;
    }
    for (Suggestion suggestion :
        office
            .intake()
            .suggest(fresh.stream().map(ArrivalFolders.Arrival::file).toList(), Progress.NONE)) {
      if (office.intake().admit(suggestion).isPresent()) {
        office.arrivals().dismiss(List.of(suggestion.arrival()));
        told.accept("%s came in automatically.".formatted(suggestion.arrival().getFileName()));
      }
    }
  }

  /** Takes minutes for a large sheaf, in which nothing that is due may wait. */
  private void pressBeside(String store) {
    if (pressing.compareAndSet(false, true)) {
      beside.execute(
          () -> {
            try {
              var unused =
                  office.stores().coldSheaves().press(store, ColdSheaves.COLD, Progress.NONE);
            } catch (IOException | RuntimeException e) {
              LOG.info("No sheaf of {} was pressed: {}", store, e.getMessage());
            } finally {
              pressing.set(false);
            }
          });
    }
  }

  private void tidy() throws IOException {
    for (StoreFacts store : office.stores().known()) {
      if (store.here()) {
        office.stores().upkeep(store.id());
        pressBeside(store.id());
        office.stores().checkups(store.id()).slice(Progress.NONE);
        office.stores().mirrors().catchUp(store.id());
        office.stores().mirrorCheckups().slice(store.id(), Progress.NONE);
        office.screenings().screen(store.id(), SUMMARIES, Progress.NONE);
        office.screenings().screenFirst(store.id(), SUMMARIES, Progress.NONE);
        tell(office.telling().tell(store.id()));
        office.comparisons().sumUp(store.id(), SUMMARIES, Progress.NONE);
        office.drills().runIfDue(store.id(), Progress.NONE);
      }
    }
  }
}
