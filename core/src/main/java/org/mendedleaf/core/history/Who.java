package org.mendedleaf.core.history;

import java.util.Optional;

/**
 * The person who saved a revision, and how that is known: by what the document says, else by the
 * file's owner. What this program wrote itself was done by the person who acted.
 */
public record Who(String name, SaverSource source) {

  /** Who saved this revision. */
  public static Who of(Revision revision) {
    return of(revision.origin(), revision.by(), revision.saver(), revision.state().owner());
  }

  public static Who of(
      Origin origin, String by, Optional<Revision.FoundSaver> found, Optional<String> owner) {
    if (origin.isOurs()) {
      return new Who(by, SaverSource.DESK);
    }
    if (found.isPresent()) {
      return new Who(found.get().who(), found.get().source());
    }
    return owner
        .map(name -> new Who(name, SaverSource.OWNER))
        .orElse(new Who("", SaverSource.UNKNOWN));
  }
}
