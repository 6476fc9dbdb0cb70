package org.mendedleaf.cli;

import java.io.IOException;
import java.time.Instant;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Option;

/** A moment or a snapshot; now if neither is given. */
final class WhenOptions {

  @ArgGroup private final WhenPoint point = new WhenPoint();

  private static final class WhenPoint {
    @Option(
        names = "--at",
        paramLabel = "WHEN",
        description = "An instant, a date and time, or words: “last thu 17:00”, “2 h ago”.")
    private String at;

    @Option(names = "--snapshot", paramLabel = "S", description = "A snapshot's label or number.")
    private String snapshot;
  }

  Moment moment(Office office, Shelf shelf) throws IOException {
    if (point.snapshot != null) {
      return new Moment.InSnapshot(office.snapshots().named(shelf, point.snapshot));
    }
    OfficeSettings settings = office.settings();
    String written = point.at == null ? "now" : point.at;
    Instant now = settings.clock().instant();
    return Moment.of(new When(settings.zone()).parse(written, now), now);
  }
}
