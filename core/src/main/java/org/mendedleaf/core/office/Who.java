package org.mendedleaf.core.office;

import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.catalog.SaverSource;

/**
 * Who saved a revision, and how that is known: by what the document says, else by the file's owner.
 * What this program wrote itself was done by the person who acted.
 */
public record Who(String name, SaverSource source) {

  static Who of(Revision revision) {
    if (revision.origin() == Origin.MEND || revision.origin() == Origin.UNDO) {
      return new Who(revision.by(), SaverSource.DESK);
    }
    if (revision.saver().isPresent()) {
      return new Who(revision.saver().get().who(), revision.saver().get().source());
    }
    return revision
        .state()
        .owner()
        .map(owner -> new Who(owner, SaverSource.OWNER))
        .orElse(new Who("", SaverSource.UNKNOWN));
  }
}
