package org.mendedleaf.desktop.moment;

import java.util.Optional;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Revision;

/**
 * A line of a folder at a moment, or a revision under one.
 *
 * @param revision empty for the line itself
 */
public record MomentRow(MomentEntry entry, Optional<Revision> revision) {

  static MomentRow of(MomentEntry entry) {
    return new MomentRow(entry, Optional.empty());
  }
}
