package org.mendedleaf.core.files;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.RevisionContent;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * Finds out afterwards what changed in each revision since the one before it, and commits it as a
 * later line about that revision. The newest are done first; what there is no time for waits.
 */
final class Summaries {

  private static final int ONE_COMMIT = 200;

  private final OpenStore store;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  Summaries(OpenStore store, OpenDesk desk, OfficeSettings settings) {
    this.store = store;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * Sums up until nothing is left or the time is over.
   *
   * @return how many were summed up
   */
  int run(Duration time, Progress progress) throws IOException {
    long end = System.nanoTime() + time.toNanos();
    int done = 0;
    List<Revision> waiting = store.catalogue().files().unsummed(ONE_COMMIT);
    progress.phase(Phase.READING, 0, 0);
    while (!waiting.isEmpty() && System.nanoTime() < end && !progress.cancelled()) {
      List<Proposal> found = new ArrayList<>();
      for (Revision revision : waiting) {
        if (System.nanoTime() >= end || progress.cancelled()) {
          break;
        }
        found.add(new Proposal.Sum(revision.key(), sum(revision)));
        progress.advanced(1, revision.state().size());
      }
      if (found.isEmpty()) {
        break;
      }
      commit(found);
      done += found.size();
      waiting = store.catalogue().files().unsummed(ONE_COMMIT);
    }
    desk.insides().rest();
    return done;
  }

  private String sum(Revision revision) throws IOException {
    Catalogue catalogue = store.catalogue();
    Optional<Revision> before = catalogue.files().revision(revision.file(), revision.number() - 1);
    if (before.isEmpty()) {
      return "";
    }
    Optional<String> link = revision.state().link();
    if (link.isPresent() || before.get().state().link().isPresent()) {
      return link.isPresent()
          ? "a link that points elsewhere than before"
          : "now a file instead of a link";
    }
    try {
      Comparison found =
          desk.insides()
              .sum(
                  new RevisionContent(before.get(), catalogue.contents()),
                  new RevisionContent(revision, catalogue.contents()));
      if (found.bytes().isKnown()) {
        return found.summary();
      }
      return found
          .with(
              ContentReader.shared(
                  catalogue.contents().cut(before.get().state().content().orElseThrow()),
                  catalogue.contents().cut(revision.state().content().orElseThrow())))
          .summary();
    } catch (DamagedContentException e) {
      return "cannot be compared: the store is damaged here";
    }
  }

  private void commit(List<Proposal> found) throws IOException {
    Journal.Draft draft =
        new Journal.Draft(
            Act.SUMMARIES,
            OptionalLong.empty(),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            found);
    var unused = store.journal().commit(draft);
  }
}
