package org.mendedleaf.desktop.gather;

import java.util.Optional;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.intake.Family.Copy;
import org.mendedleaf.core.intake.Family.Doubtful;

/** A line of the list of families. */
sealed interface GatherRow {

  /** The position of the family that the row is about. */
  int family();

  /** What stands in the list for typing ahead. */
  String name();

  /**
   * A family as a whole.
   *
   * @param name what the one file is to be called
   * @param chosen how many of its copies are to be gathered
   * @param copies how many there are
   */
  record Head(int family, String name, int chosen, int copies) implements GatherRow {}

  /**
   * One copy.
   *
   * @param doubt what speaks against it
   * @param isIn whether it is to be gathered
   * @param position among those that are, from 1; 0 where it is not
   * @param isLast whether it is the one that the file will hold
   */
  record Line(
      int family,
      Copy<PresentFile> copy,
      Optional<Doubtful<PresentFile>> doubt,
      boolean isIn,
      int position,
      boolean isLast)
      implements GatherRow {
    @Override
    public String name() {
      return copy.written();
    }
  }
}
