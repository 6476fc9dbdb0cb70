package org.mendedleaf.core.keeping;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.report.Report;

/**
 * A thinning as a table that can be kept, sent or printed. It is made when the thinning is: of what
 * was erased nothing is known afterwards.
 */
public final class ThinningReport {

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm", Locale.ENGLISH);

  private static final List<Report.Column> COLUMNS =
      List.of(
          new Report.Column("File", 46, false),
          new Report.Column("Revision", 11, false),
          new Report.Column("Bytes", 13, true),
          new Report.Column("What became of it", 30, false));

  private ThinningReport() {}

  /** What a thinning would do. */
  public static Report of(Thinnings.RehearsedThinning rehearsal, ZoneId zone) {
    return of("Rehearsal of a thinning", rehearsal, "Nothing was done.", zone);
  }

  /** What a thinning did. */
  public static Report of(Thinnings.Thinned done, ZoneId zone) {
    return of(
        "Thinning",
        done.did(),
        "The store’s files are %,d bytes smaller.".formatted(done.freed()),
        zone);
  }

  private static Report of(
      String title, Thinnings.RehearsedThinning rehearsal, String end, ZoneId zone) {
    List<String> said = new ArrayList<>();
    said.add(
        "%s, %s (%s)%s. %s"
            .formatted(
                rehearsal.shelf().name(),
                at(rehearsal.at(), zone),
                zone.getId(),
                rehearsal.plan().name().isEmpty()
                    ? ", just this once"
                    : ", care plan “%s”".formatted(rehearsal.plan().name()),
                end));
    said.add("%,d revisions stay.".formatted(rehearsal.stays()));
    claims(rehearsal).forEach(said::add);
    List<List<String>> rows = new ArrayList<>();
    for (Thinnings.Concerned one : rehearsal.concerned()) {
      rows.add(
          List.of(
              one.revision().path().shown(),
              Revision.numbered(one.revision().revision()),
              String.valueOf(one.revision().bytes()),
              fate(one, zone)));
    }
    return new Report("%s of %s".formatted(title, rehearsal.shelf().name()), said, COLUMNS, rows);
  }

  /** How many revisions each claim keeps, the strongest first. */
  private static List<String> claims(Thinnings.RehearsedThinning rehearsal) {
    return rehearsal.claims().entrySet().stream()
        .sorted(
            Map.Entry.<Claim.Reason, Integer>comparingByValue(Comparator.reverseOrder())
                .thenComparing(entry -> words(entry.getKey(), rehearsal.plan())))
        .map(
            entry ->
                "%,d because %s"
                    .formatted(entry.getValue(), words(entry.getKey(), rehearsal.plan())))
        .toList();
  }

  /** A reason to stay, after "because". */
  public static String words(Claim.Reason reason, NamedPlan plan) {
    if (reason instanceof Claim.ByRule by) {
      return "the plan keeps " + KeepSentences.format(plan.plan().rules().get(by.rule()));
    }
    return switch ((Claim.Basic) reason) {
      case CURRENT -> "it is current";
      case HELD -> "it is held";
      case NEWEST_GOOD -> "it is the newest good one";
      case MASS_EVENT -> "many files were hurt after it, and nobody has decided on that yet";
      case SNAPSHOT -> "a snapshot holds it";
      case REMOVED_FILE -> "its file was removed less than %s ago".formatted(plan.plan().removed());
      case GATHERED ->
          "it was a copy that was gathered less than %s ago".formatted(plan.plan().grace());
      case LEAST_TIME -> "the store keeps everything for a least time";
      case FORMER_PLAN -> "a former plan still counts";
    };
  }

  private static String fate(Thinnings.Concerned one, ZoneId zone) {
    if (one.cause().isErasure()) {
      return "to be erased, as somebody asked, after " + at(one.until(), zone);
    }
    return switch (one.fate()) {
      case NOTICED -> "on notice until " + at(one.until(), zone);
      case WAITS -> "on notice already, until " + at(one.until(), zone);
      case KEPT_AFTER_ALL -> "was on notice, is kept after all";
      case ERASED -> "its grace time is over: erased";
    };
  }

  private static String at(Instant at, ZoneId zone) {
    return WHEN.format(at.atZone(zone));
  }
}
