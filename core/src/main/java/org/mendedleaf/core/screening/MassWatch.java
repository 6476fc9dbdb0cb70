package org.mendedleaf.core.screening;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.questions.EventQuestions;
import org.mendedleaf.core.catalog.questions.EventQuestions.ShelfCapture;
import org.mendedleaf.core.catalog.questions.EventQuestions.TouchedFile;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.findings.Measures;
import org.mendedleaf.core.findings.Measuring;
import org.mendedleaf.core.findings.Scrutiny;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * Makes out that many files of a shelf were hurt within minutes: damaged, replaced by files without
 * structure, or gone with all that was in their folders. Files that are new, moved or saved anew
 * hurt nobody, so unpacking, renaming, converting and catching up are no events. For one thread.
 */
final class MassWatch {

  /** Fewer are told one by one. */
  private static final int MANY = 10;

  /** What is further apart has nothing to do with each other. */
  private static final Duration APART = Duration.ofMinutes(10);

  private static final Duration LONGEST = Duration.ofDays(1);

  /** So many new files are looked into; of more, every so-manieth. */
  private static final int LOOKED_INTO = 100;

  private final Catalogue catalogue;
  private final EventQuestions events;

  MassWatch(Catalogue catalogue) {
    this.catalogue = catalogue;
    this.events = catalogue.events();
  }

  /**
   * The event that a commit belongs to, as far as it is known by now; empty if to none.
   *
   * @param mayBeDamaged whether anything was found of its revisions, which takes long to ask for
   */
  Optional<Detail.MassHappened> around(long segment, boolean mayBeDamaged) throws IOException {
    Optional<ShelfCapture> capture = events.capture(segment);
    if (capture.isEmpty()) {
      return Optional.empty();
    }
    long shelf = capture.get().shelf();
    boolean hurts =
        mayBeDamaged ? hurts(shelf, segment) : !events.gone(shelf, segment, segment).isEmpty();
    if (!hurts) {
      return Optional.empty();
    }
    List<ShelfCapture> around = new ArrayList<>();
    long decided = decidedUntil(shelf);
    Instant at = capture.get().at();
    for (ShelfCapture one : events.captures(shelf, at.minus(LONGEST), at.plus(LONGEST))) {
      if (one.segment() > decided) {
        around.add(one);
      }
    }
    int here = around.indexOf(capture.get());
    if (here < 0) {
      return Optional.empty();
    }
    List<ShelfCapture> run = new ArrayList<>(together(around.subList(0, here + 1), -1));
    Collections.reverse(run);
    run.addAll(together(around.subList(here, around.size()), 1).stream().skip(1).toList());
    return event(shelf, run);
  }

  /** Whether the log does not say so yet. */
  boolean isNews(Detail.MassHappened event) throws IOException {
    return events.of(event.shelf()).stream()
        .noneMatch(
            one ->
                one.first() == event.first()
                    && one.last() == event.last()
                    && one.damaged() == event.damaged()
                    && one.scrambled() == event.scrambled()
                    && one.removed() == event.removed());
  }

  private boolean hurts(long shelf, long segment) throws IOException {
    return !events.damaged(shelf, segment, segment).isEmpty()
        || !events.gone(shelf, segment, segment).isEmpty();
  }

  private long decidedUntil(long shelf) throws IOException {
    return events.of(shelf).stream()
        .filter(one -> !one.isOpen())
        .mapToLong(MassEvent::last)
        .max()
        .orElse(0);
  }

  /**
   * Captures that hurt something from one end of these on, as far as there is no long break between
   * one and the next.
   *
   * @param step 1 from the first one forwards, -1 from the last one backwards
   */
  private List<ShelfCapture> together(List<ShelfCapture> captures, int step) throws IOException {
    List<ShelfCapture> run = new ArrayList<>();
    int from = step > 0 ? 0 : captures.size() - 1;
    for (int i = from; i >= 0 && i < captures.size(); i += step) {
      ShelfCapture one = captures.get(i);
      if (run.isEmpty()) {
        run.add(one);
        continue;
      }
      Duration gap = Duration.between(run.get(run.size() - 1).at(), one.at()).abs();
      if (gap.compareTo(APART) > 0) {
        break;
      }
      if (hurts(one.shelf(), one.segment())) {
        run.add(one);
      }
    }
    return run;
  }

  private Optional<Detail.MassHappened> event(long shelf, List<ShelfCapture> run)
      throws IOException {
    long last = run.get(run.size() - 1).segment();
    long first = beginning(shelf, run.get(0).segment());
    int damaged = 0;
    List<TouchedFile> gone = new ArrayList<>();
    for (ShelfCapture one : run) {
      damaged += events.damaged(shelf, one.segment(), one.segment()).size();
      gone.addAll(events.gone(shelf, one.segment(), one.segment()));
    }
    Map<Long, List<TouchedFile>> folders = new HashMap<>();
    gone.forEach(one -> folders.computeIfAbsent(one.folder(), id -> new ArrayList<>()).add(one));
    int scrambled = damaged + gone.size() < MANY ? 0 : scrambled(shelf, first, last, folders);
    int emptied = 0;
    for (Map.Entry<Long, List<TouchedFile>> folder : folders.entrySet()) {
      int left = events.filesIn(folder.getKey());
      // A tenth may be left, a note of what happened for one.
      emptied += left * 9 <= folder.getValue().size() ? folder.getValue().size() : 0;
    }
    if (damaged + scrambled < MANY && emptied < MANY) {
      return Optional.empty();
    }
    int removed = Math.max(0, emptied - scrambled);
    return Optional.of(new Detail.MassHappened(first, last, shelf, damaged, scrambled, removed));
  }

  /** What goes on is the same event, even if what it began with was called meant since. */
  private long beginning(long shelf, long first) throws IOException {
    return events.of(shelf).stream()
        .filter(one -> one.isOpen() && one.last() >= first)
        .mapToLong(MassEvent::first)
        .reduce(first, Math::min);
  }

  /** How many files are gone from folders in which others without any structure appeared. */
  private int scrambled(long shelf, long first, long last, Map<Long, List<TouchedFile>> gone)
      throws IOException {
    Map<Long, List<TouchedFile>> added = new HashMap<>();
    for (TouchedFile one : events.added(shelf, first, last)) {
      if (gone.containsKey(one.folder())) {
        added.computeIfAbsent(one.folder(), id -> new ArrayList<>()).add(one);
      }
    }
    int scrambled = 0;
    for (Map.Entry<Long, List<TouchedFile>> folder : added.entrySet()) {
      int most = gone.getOrDefault(folder.getKey(), List.of()).size();
      scrambled += Math.min(most, withoutStructure(folder.getValue()));
    }
    return scrambled;
  }

  private int withoutStructure(List<TouchedFile> files) throws IOException {
    int step = 1 + (files.size() - 1) / LOOKED_INTO;
    int found = 0;
    for (int i = 0; i < files.size(); i += step) {
      if (isScrambled(files.get(i))) {
        found += Math.min(step, files.size() - i);
      }
    }
    return found;
  }

  private boolean isScrambled(TouchedFile file) throws IOException {
    Optional<Revision> first = catalogue.files().revision(file.file(), file.number());
    if (first.isEmpty() || first.get().state().content().isEmpty()) {
      return false;
    }
    try {
      Measuring measuring = new Measuring();
      catalogue
          .contents()
          .copyFirst(first.get().state().content().get(), first.get().state().size(), measuring);
      Measures measures = measuring.measures();
      return Scrutiny.isScrambled(measures);
    } catch (DamagedContentException e) {
      // Damage of the store is told elsewhere.
      return false;
    }
  }

  /** The events of a shelf that were mended and hurt something again: that was taken back. */
  List<Detail.MassHappened> hurtAgain(long shelf, String mended) throws IOException {
    List<Detail.MassHappened> again = new ArrayList<>();
    for (MassEvent event : events.of(shelf)) {
      boolean wasMended = event.decided().filter(said -> said.why().equals(mended)).isPresent();
      if (wasMended && !events.stillHurt(event).isEmpty()) {
        again.add(
            new Detail.MassHappened(
                event.first(),
                event.last(),
                shelf,
                event.damaged(),
                event.scrambled(),
                event.removed()));
      }
    }
    return again;
  }

  /** Whether an event of a shelf that nobody decided on hurts nothing any more. */
  List<MassEvent> mended(long shelf) throws IOException {
    List<MassEvent> mended = new ArrayList<>();
    for (MassEvent event : events.of(shelf)) {
      if (event.isOpen() && events.stillHurt(event).isEmpty()) {
        mended.add(event);
      }
    }
    return mended;
  }
}
