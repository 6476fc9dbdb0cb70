package org.mendedleaf.core.screening;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeSet;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.FindingQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drive.ReadOnlyStoreException;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * What is doubtful about recorded revisions: examined after captures and when idle, asked for, and
 * called meant. Nothing is changed, let go or held up by a finding. Safe for several threads; any
 * method may take long.
 */
public final class Screenings {

  private static final int ONE_ROUND = 64;
  private static final int ONE_LOT = 200;

  /** What the log says of an event of which people mended every file. */
  private static final String MENDED = "all of it was mended";

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Screenings(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * Examines what nobody has examined yet.
   *
   * @param time after which the rest is left for later
   * @return how many revisions were examined
   */
  public int screen(String store, Duration time, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    if (opened.isSpool()) {
      // What stood before may not be at hand.
      return 0;
    }
    opened.catalogue().catchUp();
    long end = System.nanoTime() + time.toNanos();
    Examination examination = new Examination(opened.catalogue(), desk.insides());
    progress.phase(Phase.READING, 0, 0);
    int done = 0;
    List<Long> waiting = opened.catalogue().findings().unscreened(ONE_ROUND);
    while (!waiting.isEmpty() && System.nanoTime() < end && !progress.cancelled()) {
      List<Proposal> found = new ArrayList<>();
      List<Long> examined = new ArrayList<>();
      for (long segment : waiting) {
        // Whoever comes next is compared with what was found before.
        if (!found.isEmpty() || System.nanoTime() >= end || progress.cancelled()) {
          break;
        }
        for (Revision revision : opened.catalogue().files().madeBy(segment)) {
          examine(examination::of, revision).ifPresent(found::add);
          progress.advanced(1, revision.state().size());
          done++;
        }
        examined.add(segment);
      }
      try {
        say(opened, found, examined);
        watch(opened, examined, !found.isEmpty());
      } catch (ReadOnlyStoreException e) {
        // Whoever may write there finds it out again.
        return done;
      }
      waiting = opened.catalogue().findings().unscreened(ONE_ROUND);
    }
    return done;
  }

  /**
   * Examines first revisions of files, which have no past to be held against; for idle moments,
   * since a first capture has very many.
   *
   * @param time after which the rest is left for later
   * @return how many were examined
   */
  public int screenFirst(String store, Duration time, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    if (opened.isSpool()) {
      return 0;
    }
    opened.catalogue().catchUp();
    long end = System.nanoTime() + time.toNanos();
    Examination examination = new Examination(opened.catalogue(), desk.insides());
    progress.phase(Phase.READING, 0, 0);
    int done = 0;
    List<Revision> waiting = firstOnes(opened);
    while (!waiting.isEmpty() && System.nanoTime() < end && !progress.cancelled()) {
      List<Proposal> found = new ArrayList<>();
      Optional<RevisionKey> last = Optional.empty();
      for (Revision revision : waiting) {
        if (System.nanoTime() >= end || progress.cancelled()) {
          break;
        }
        examine(examination::ofFirst, revision).ifPresent(found::add);
        progress.advanced(1, revision.state().size());
        last = Optional.of(revision.key());
        done++;
      }
      if (last.isEmpty()) {
        break;
      }
      try {
        if (!found.isEmpty()) {
          commit(opened, found);
        }
      } catch (ReadOnlyStoreException e) {
        return done;
      }
      opened.catalogue().remembered().firstExamined(last.get());
      waiting = firstOnes(opened);
    }
    return done;
  }

  private static List<Revision> firstOnes(OpenStore store) throws IOException {
    FindingQuestions questions = store.catalogue().findings();
    return questions.firstOnes(questions.lastFirst(), ONE_ROUND);
  }

  /**
   * Commits what was found. That nothing was found is remembered on this desk at first and told to
   * others with the next finding, or in a large lot: a commit for every capture would double the
   * log.
   */
  private void say(OpenStore store, List<Proposal> found, List<Long> examined) throws IOException {
    List<Long> untold = new ArrayList<>(store.catalogue().findings().examinedHere());
    untold.addAll(examined);
    if (found.isEmpty() && untold.size() < ONE_LOT) {
      store.catalogue().remembered().examined(examined);
      return;
    }
    List<Proposal> all = new ArrayList<>(found);
    untold.forEach(segment -> all.add(new Proposal.Whole(new Detail.Screened(segment))));
    commit(store, all);
  }

  /** What many files met with at once shows only once all that was found of them is known. */
  private void watch(OpenStore store, List<Long> examined, boolean isAnyDoubtful)
      throws IOException {
    store.catalogue().catchUp();
    MassWatch watch = new MassWatch(store.catalogue());
    Set<Long> touched = new TreeSet<>();
    for (long segment : examined) {
      // What had findings ends a round.
      boolean mayBeDamaged = isAnyDoubtful && segment == examined.get(examined.size() - 1);
      Optional<Detail.MassHappened> event = watch.around(segment, mayBeDamaged);
      if (event.isPresent() && watch.isNews(event.get())) {
        commit(store, List.of(new Proposal.Whole(event.get())));
      }
      store.catalogue().events().shelf(segment).ifPresent(touched::add);
    }
    for (long shelf : touched) {
      for (Detail.MassHappened again : watch.hurtAgain(shelf, MENDED)) {
        commit(store, List.of(new Proposal.Whole(again)));
      }
      for (MassEvent mended : watch.mended(shelf)) {
        commit(store, List.of(new Proposal.Decide(shelf, mended.first(), MENDED)));
      }
    }
  }

  private interface Judge {
    List<Finding> of(Revision revision) throws IOException;
  }

  private static Optional<Proposal> examine(Judge judge, Revision revision) throws IOException {
    try {
      List<Finding> found = judge.of(revision);
      return found.isEmpty()
          ? Optional.empty()
          : Optional.of(new Proposal.Doubting(revision.key(), found));
    } catch (DamagedContentException e) {
      // The store's own damage is told elsewhere, and says nothing about what people saved.
      return Optional.empty();
    }
  }

  private void commit(OpenStore store, List<Proposal> said) throws IOException {
    var unused =
        store
            .journal()
            .commit(
                new Journal.Draft(
                    Act.SCREEN,
                    OptionalLong.empty(),
                    settings.clock().instant(),
                    settings.person(),
                    OptionalLong.empty(),
                    false,
                    List.copyOf(said)));
  }

  /**
   * A file that is doubtful as it is now.
   *
   * @param newest what is doubtful about its current revision
   * @param since the first of the doubtful revisions that lead up to it
   * @param lastGood the state to go back to; empty if there is none
   * @param other the path of the file whose content it is, if it is another's
   */
  public record DoubtfulFile(
      Shelf shelf,
      RecordedFile file,
      Revision newest,
      List<Finding> findings,
      Revision since,
      Optional<Revision> lastGood,
      Optional<InnerPath> other) {

    public FileRef ref() {
      return new FileRef(shelf.store(), file.id());
    }

    /** What is most doubtful. */
    public Finding first() {
      return findings.get(0);
    }
  }

  /** The files of a shelf that are doubtful as they are now, the strongest findings first. */
  public List<DoubtfulFile> doubtful(Shelf shelf) throws IOException {
    return new DoubtfulList(desk.store(shelf.store()).catalogue()).of(shelf);
  }

  /**
   * Where damage lies on a shelf.
   *
   * @param since when it came, or of one of very many when its current revision did
   */
  public record DamagedPlace(InnerPath path, Instant since) {}

  /** Every damaged file of a shelf, the newest first; quicker than all that is known of them. */
  public List<DamagedPlace> damagedPlaces(Shelf shelf) throws IOException {
    return new DoubtfulList(desk.store(shelf.store()).catalogue()).damagedPlaces(shelf.id());
  }

  /** How many files of a shelf are damaged as they are now. */
  public int damaged(Shelf shelf) throws IOException {
    return desk.store(shelf.store()).catalogue().findings().damaged(shelf.id());
  }

  /** Every damaged file of a shelf as it was last good, to where it is. */
  public Tray tray(Shelf shelf) throws IOException {
    List<Tray.Entry> entries = new ArrayList<>();
    for (DoubtfulFile one : doubtful(shelf)) {
      if (one.first().strength().isDamage() && one.lastGood().isPresent()) {
        Pick good = new Pick.OfRevision(one.file().id(), one.lastGood().get().number());
        entries.add(new Tray.Entry(shelf.store(), shelf.id(), good));
      }
    }
    return new Tray(entries, Handling.IN_PLACE);
  }

  /** The newest state of a file that nothing speaks against; a person's word goes before all. */
  public Optional<Revision> lastGood(FileRef file) throws IOException {
    return new DoubtfulList(desk.store(file.store()).catalogue()).lastGood(file.file());
  }

  /**
   * Says that a doubtful revision is as it was meant.
   *
   * @param why may be empty
   * @return the act
   * @throws SentenceException if nothing is doubtful about it
   */
  public long meant(FileRef file, int revision, String why) throws IOException {
    OpenStore store = desk.store(file.store());
    Catalogue catalogue = store.catalogue();
    RecordedFile recorded = catalogue.files().file(file.file()).orElseThrow();
    shelves.require(file.store(), recorded.shelf(), Right.SAY);
    Optional<Revision> found = catalogue.files().revision(file.file(), revision);
    if (found.isEmpty() || catalogue.findings().open(file.file(), revision).isEmpty()) {
      throw new SentenceException(
          "Nothing is doubtful about %s of %s, so there is nothing to be called meant. Nothing was changed."
              .formatted(Revision.numbered(revision), recorded.path().shown()));
    }
    return store
        .journal()
        .commit(
            new Journal.Draft(
                Act.MEANT,
                OptionalLong.of(recorded.shelf()),
                settings.clock().instant(),
                settings.person(),
                OptionalLong.empty(),
                false,
                List.of(new Proposal.Mean(found.get().key(), why))))
        .segment();
  }
}
