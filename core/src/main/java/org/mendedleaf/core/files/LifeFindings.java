package org.mendedleaf.core.files;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.findings.DoubtfulRevision;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;

/**
 * What is doubtful about the revisions of one file.
 *
 * @param doubtful newest first, with those that somebody called meant
 * @param lastGood the number of the newest revision that nothing speaks against; empty if there is
 *     none, or nothing was examined yet
 * @param others what the files are called that findings name
 * @param events mass events of its shelf on which nobody has decided
 */
public record LifeFindings(
    List<DoubtfulRevision> doubtful,
    OptionalInt lastGood,
    Map<Long, InnerPath> others,
    List<MassEvent> events) {

  public LifeFindings {
    doubtful = List.copyOf(doubtful);
    others = Map.copyOf(others);
    events = List.copyOf(events);
  }

  /** Whether anything is doubtful about a revision that nobody called meant or good. */
  public boolean isOpen(Revision revision, RevisionMarks marks) {
    return of(revision).filter(one -> one.meant().isEmpty()).isPresent() && marks.good().isEmpty();
  }

  /** Whether it was current before a mass event on which nobody has decided, and ended in it. */
  public boolean stoodBeforeAnEvent(Revision revision) {
    return events.stream()
        .anyMatch(event -> event.ended(revision.currentFrom(), revision.currentUntil()));
  }

  /** What was ever doubtful about a revision, if anything was. */
  public Optional<DoubtfulRevision> of(Revision revision) {
    return doubtful.stream().filter(one -> one.number() == revision.number()).findFirst();
  }
}
