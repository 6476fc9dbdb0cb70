package org.mendedleaf.desktop.plan;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.keeping.ThinningReport;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Until when a revision is kept and why, in few words and in a sentence. */
public final class KeptWords {

  private final Instant now;
  private final ZoneId zone;

  public KeptWords(Instant now, ZoneId zone) {
    this.now = now;
    this.zone = zone;
  }

  /** For example "until 9 Jun 2026 at least"; short enough for a column. */
  public String brief(Judgement.Judged judged, RevisionMarks marks) {
    if (marks.notice().filter(notice -> notice.cause().isErasure()).isPresent()) {
      return Words.of("kept.erasure", Shown.day(marks.notice().get().until(), now, zone));
    }
    if (marks.notice().isPresent() && !judged.stays()) {
      return Words.of("kept.notice", Shown.day(marks.notice().get().until(), now, zone));
    }
    if (!judged.stays()) {
      return Words.of("kept.nothing");
    }
    Optional<Instant> until = judged.keptUntil();
    if (until.isEmpty() && judged.isForRoom()) {
      return Words.of("kept.room");
    }
    if (until.isEmpty()) {
      return Words.of(has(judged, Claim.Basic.CURRENT) ? "kept.current" : "kept.forNow");
    }
    return until.get().equals(Claim.ALWAYS)
        ? Words.of("kept.always")
        : Words.of("kept.until", Shown.day(until.get(), now, zone));
  }

  /** Until when it stays if nothing is saved; empty where the promise says as much. */
  public String likely(Judgement.Judged judged) {
    Optional<Instant> likely = judged.likelyUntil();
    if (likely.isEmpty() || likely.equals(judged.keptUntil())) {
      return "";
    }
    return likely.get().equals(Claim.ALWAYS)
        ? Words.of("kept.likely.always")
        : Words.of("kept.likely", Shown.day(likely.get(), now, zone));
  }

  /** The reasons, the one that holds longest first. */
  public String why(Judgement.Judged judged, NamedPlan plan) {
    if (!judged.stays()) {
      return Words.of("kept.noReason");
    }
    List<Claim> claims =
        judged.claims().stream()
            .sorted(
                (a, b) -> b.until().orElse(Instant.MIN).compareTo(a.until().orElse(Instant.MIN)))
            .toList();
    return claims.stream()
        .map(claim -> ThinningReport.words(claim.reason(), plan))
        .collect(Collectors.joining("; "));
  }

  private static boolean has(Judgement.Judged judged, Claim.Basic reason) {
    return judged.claims().stream().anyMatch(claim -> claim.reason() == reason);
  }
}
