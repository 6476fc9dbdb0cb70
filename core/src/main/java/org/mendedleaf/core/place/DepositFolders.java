package org.mendedleaf.core.place;

import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;

/**
 * Folders of a shelf that has none on any drive: they are there as long as something is in them.
 */
public final class DepositFolders {

  private final Catalogue catalogue;
  private final InstantSource clock;

  public DepositFolders(Catalogue catalogue, InstantSource clock) {
    this.catalogue = catalogue;
    this.clock = clock;
  }

  /** The folders above places that are not there yet, the outermost first. */
  public List<Proposal> missing(long shelf, Set<InnerPath> places) throws IOException {
    if (places.isEmpty()) {
      return List.of();
    }
    Set<InnerPath> there = folders(shelf);
    Set<InnerPath> missing = new TreeSet<>();
    for (InnerPath place : places) {
      InnerPath at = place.folder();
      while (!there.contains(at) && missing.add(at) && !at.isRoot()) {
        at = at.folder();
      }
    }
    Instant now = clock.instant();
    return missing.stream()
        .<Proposal>map(at -> new Proposal.FolderHere(new FolderState(at, now, Optional.empty())))
        .toList();
  }

  /** The folders in which nothing is left when these are gone and those have come. */
  public List<Proposal> emptied(long shelf, Set<InnerPath> gone, Set<InnerPath> comes)
      throws IOException {
    if (gone.isEmpty()) {
      return List.of();
    }
    Set<InnerPath> used = new HashSet<>();
    for (PresentFile file : catalogue.present().of(shelf)) {
      if (!gone.contains(file.state().path())) {
        use(file.state().path(), used);
      }
    }
    comes.forEach(path -> use(path, used));
    Set<InnerPath> concerned = new HashSet<>();
    gone.forEach(path -> use(path, concerned));
    return folders(shelf).stream()
        .filter(folder -> !folder.isRoot() && concerned.contains(folder) && !used.contains(folder))
        .<Proposal>map(Proposal.FolderGone::new)
        .toList();
  }

  private static void use(InnerPath path, Set<InnerPath> folders) {
    for (InnerPath at = path.folder(); folders.add(at) && !at.isRoot(); at = at.folder()) {
      // each folder above is used as well
    }
  }

  private Set<InnerPath> folders(long shelf) throws IOException {
    Set<InnerPath> folders = new HashSet<>();
    catalogue.present().folders(shelf).forEach(folder -> folders.add(folder.path()));
    return folders;
  }
}
