package org.mendedleaf.core.plan;

import java.util.List;
import java.util.Optional;

/**
 * A reason to keep revisions.
 *
 * @param what it keeps
 * @param filters all of which a file or revision must pass
 */
public record KeepRule(What what, List<Filter> filters) {

  public KeepRule {
    filters = List.copyOf(filters);
  }

  /** The selection of revisions that a rule keeps. */
  public sealed interface What {}

  /**
   * @param count at least 1
   */
  public record Newest(int count) implements What {}

  public record ReplacedLessThan(Span ago) implements What {}

  /**
   * @param last empty for good
   */
  public record Closed(CalendarPeriod period, Optional<Span> last) implements What {}

  /** Kept whatever its age. */
  public enum Mark implements What {
    ISSUED,
    NOTED,
    KNOWN_GOOD,
    EVERYTHING
  }
}
