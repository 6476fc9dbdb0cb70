package org.mendedleaf.core.recover;

import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FolderState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.PresentFile;
import org.mendedleaf.core.catalog.Proposal;

/**
 * Folders of a shelf that has none on any drive: they are there as long as something is in them.
 */
final class DepositFolders {

  private final Catalogue catalogue;
  private final InstantSource clock;

  DepositFolders(Catalogue catalogue, InstantSource clock) {
    this.catalogue = catalogue;
    this.clock = clock;
  }

  /** The folders above a place that are not there yet, the outermost first. */
  List<Proposal> missing(long shelf, InnerPath path) throws IOException {
    Set<InnerPath> there = folders(shelf);
    List<Proposal> proposals = new ArrayList<>();
    Instant now = clock.instant();
    for (InnerPath at = path.folder(); ; at = at.folder()) {
      if (!there.contains(at)) {
        proposals.add(0, new Proposal.FolderHere(new FolderState(at, now, Optional.empty())));
      }
      if (at.isRoot()) {
        return proposals;
      }
    }
  }

  /** The folders in which nothing is left when these are gone. */
  List<Proposal> emptied(long shelf, Set<InnerPath> gone, Optional<InnerPath> comes)
      throws IOException {
    Set<InnerPath> left = new HashSet<>();
    for (PresentFile file : catalogue.files().present(shelf)) {
      if (!gone.contains(file.state().path())) {
        left.add(file.state().path());
      }
    }
    comes.ifPresent(left::add);
    List<Proposal> proposals = new ArrayList<>();
    for (InnerPath folder : folders(shelf)) {
      boolean concerned = gone.stream().anyMatch(path -> path.isWithin(folder));
      if (!folder.isRoot() && concerned && left.stream().noneMatch(path -> path.isWithin(folder))) {
        proposals.add(new Proposal.FolderGone(folder));
      }
    }
    return proposals;
  }

  private Set<InnerPath> folders(long shelf) throws IOException {
    Set<InnerPath> folders = new HashSet<>();
    catalogue.files().folders(shelf).forEach(folder -> folders.add(folder.path()));
    return folders;
  }
}
