package org.mendedleaf.cli.answers;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Since;
import org.mendedleaf.core.plan.ByteSize;

/** Times and sizes as lines for people. */
public final class Text {

  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm", Locale.ENGLISH);

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy", Locale.ENGLISH);

  private Text() {}

  public static String moment(Instant at, ZoneId zone) {
    return MOMENT.format(at.atZone(zone));
  }

  public static String day(Instant at, ZoneId zone) {
    return DAY.format(at.atZone(zone));
  }

  /** So many of something, as in “1 file” and “2,000 files”. */
  static String many(long count, String one) {
    return "%,d %s%s".formatted(count, one, count == 1 ? "" : "s");
  }

  /** KB, MB and GB of 1000. */
  public static String size(long bytes) {
    return ByteSize.shown(bytes);
  }

  /** What became of a line since, as the end of the line; empty where nothing did. */
  public static String became(MomentEntry row, ZoneId zone) {
    if (row.gone().isPresent()) {
      return "  (removed " + moment(row.gone().get(), zone) + ")";
    }
    if (row.since().isEmpty() || row.since().get().isNothing()) {
      return "";
    }
    Since since = row.since().get();
    List<String> words = new ArrayList<>();
    if (since.later() > 0) {
      words.add(
          since.sameContent()
              ? "the same again, %d revisions later".formatted(since.later())
              : "%d revisions later now".formatted(since.later()));
    }
    since.nowAt().ifPresent(path -> words.add("now " + path.shown()));
    since.removedAt().ifPresent(at -> words.add("removed " + moment(at, zone)));
    return "  (" + String.join(", ", words) + ")";
  }
}
