package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.compare.inside.Author;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.SaverSource;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenStore;

/**
 * Finds out afterwards who saved the documents of a capture, since the capture itself interprets
 * nothing, and commits what was found as later lines about those revisions.
 */
final class Savers {

  /** Kinds of document that say who saved them; anything else is not worth opening for it. */
  private static final List<String> TELLING =
      List.of(".docx", ".xlsx", ".pptx", ".docm", ".xlsm", ".odt", ".ods", ".odp", ".odg");

  private final OpenStore store;
  private final Insides insides;
  private final OfficeSettings settings;

  Savers(OpenStore store, Insides insides, OfficeSettings settings) {
    this.store = store;
    this.insides = insides;
    this.settings = settings;
  }

  void find(CaptureReport report, Progress progress) throws IOException {
    Catalogue catalogue = store.catalogue();
    List<Proposal> found = new ArrayList<>();
    for (long act : report.acts()) {
      for (Revision revision : catalogue.files().madeBy(act, TELLING)) {
        if (tells(revision) && !progress.cancelled()) {
          Author author = insides.author(revision, catalogue.contents());
          if (author.isKnown() && author.fits(revision.state().modified(), settings.zone())) {
            found.add(new Proposal.Saver(revision.key(), author.name(), SaverSource.DOCUMENT));
          }
        }
      }
    }
    if (found.isEmpty()) {
      return;
    }
    Journal.Draft draft =
        new Journal.Draft(
            Act.SAVERS,
            OptionalLong.empty(),
            report.moment(),
            settings.person(),
            OptionalLong.empty(),
            false,
            found);
    var unused = store.journal().commit(draft);
  }

  private static boolean tells(Revision revision) {
    return revision.state().size() > 0 && revision.state().content().isPresent();
  }
}
