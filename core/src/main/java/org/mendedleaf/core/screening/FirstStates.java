package org.mendedleaf.core.screening;

import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.compare.inside.Opened;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FirstScrutiny;
import org.mendedleaf.core.findings.Measures;
import org.mendedleaf.core.findings.Measuring;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.session.RevisionContent;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Examines revisions that no good one came before: by what their names say that they are. For one
 * thread.
 */
final class FirstStates {

  private final Catalogue catalogue;
  private final Insides insides;

  FirstStates(Catalogue catalogue, Insides insides) {
    this.catalogue = catalogue;
    this.insides = insides;
  }

  /**
   * What is doubtful about a revision alone.
   *
   * @throws org.mendedleaf.core.store.format.DamagedContentException if the store is damaged there
   */
  Optional<Finding> of(Revision revision) throws IOException {
    String name = revision.state().path().name();
    Optional<ContentRef> content = revision.state().content();
    if (content.isEmpty() || !FirstScrutiny.mayTell(name)) {
      return Optional.empty();
    }
    Measuring measuring = new Measuring();
    catalogue.contents().copyFirst(content.get(), content.get().size(), measuring);
    Measures now = measuring.measures();
    if (now.size() > 0 && FirstScrutiny.isAsNamed(now, name) && Wholes.mayTell(now.lead(), name)) {
      Opened opened = insides.open(new RevisionContent(revision, catalogue.contents()));
      return opened.isBroken() ? Optional.of(FirstScrutiny.unopenable()) : Optional.empty();
    }
    return FirstScrutiny.of(now, name);
  }
}
