package org.mendedleaf.core.office;

import java.io.IOException;
import java.time.Duration;
import java.util.HashSet;
import java.util.Set;
import java.util.function.Consumer;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.Shelf;

/**
 * Examines what was just recorded and tells what is surely damaged, once each; what many files met
 * with at once is one thing. For one thread.
 */
final class NewlyFound {

  /** What is due next must not wait for longer. */
  private static final Duration AT_ONCE = Duration.ofSeconds(5);

  private final Office office;
  private final Consumer<String> told;
  private final Set<String> known = new HashSet<>();
  private final Set<String> asked = new HashSet<>();

  NewlyFound(Office office, Consumer<String> told) {
    this.office = office;
    this.told = told;
  }

  /** Tells what is new since it was asked last; of what was known before, nothing. */
  void tellOf(Shelf shelf) throws IOException {
    if (asked.add(shelf.store() + "/" + shelf.id())) {
      look(shelf, sentence -> {});
    }
    var unused = office.screenings().screen(shelf.store(), AT_ONCE, Progress.NONE);
    look(shelf, told);
  }

  private void look(Shelf shelf, Consumer<String> hears) throws IOException {
    Set<Long> together = new HashSet<>();
    for (ShelfEvent event : office.massEvents().of(shelf)) {
      event.hurt().forEach(one -> together.add(one.file().id()));
      String key = shelf.store() + "/event/" + shelf.id() + "/" + event.event().first();
      if (event.needsPerson() && known.add(key)) {
        hears.accept(
            "%s: %s “findings mend %s --event %d” puts them back."
                .formatted(
                    shelf.name(),
                    MassEventSentence.of(event.event()),
                    shelf.name(),
                    event.event().first()));
      }
    }
    for (DoubtfulFile one : office.screenings().doubtful(shelf)) {
      String key = shelf.store() + "/" + one.file().id() + "/" + one.since().number();
      boolean isSure = one.first().strength() == FindingStrength.SURE;
      if (isSure && !together.contains(one.file().id()) && known.add(key)) {
        hears.accept(
            "%s: %s looks damaged as it was just saved; “findings %s” says why."
                .formatted(shelf.name(), one.file().path().shown(), shelf.name()));
      }
    }
  }
}
