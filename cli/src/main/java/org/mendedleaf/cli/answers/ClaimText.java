package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;

/** Until when a revision is kept and why, in words and as JSON. */
public final class ClaimText {

  private final NamedPlan plan;

  public ClaimText(NamedPlan plan) {
    this.plan = plan;
  }

  /**
   * For example "kept until Tue 9 Jun 2026, 17:00 at least: what closed a week in the last 1 year".
   */
  public String of(Judgement.Judged judged, ZoneId zone) {
    if (!judged.stays()) {
      return "kept by nothing";
    }
    String until =
        judged
                .keptUntil()
                .map(
                    end ->
                        end.equals(Claim.ALWAYS)
                            ? "kept always"
                            : "kept until %s at least".formatted(Text.moment(end, zone)))
                .orElse(judged.isForRoom() ? "kept while there is room" : "kept for now")
            + likely(judged, zone);
    return until + ": " + String.join("; ", why(judged));
  }

  public void put(ObjectNode node, Judgement.Judged judged) {
    ObjectNode kept = node.putObject("keptUntil");
    judged.keptUntil().map(ClaimText::end).ifPresent(end -> kept.put("atLeast", end));
    judged.likelyUntil().map(ClaimText::end).ifPresent(end -> kept.put("expected", end));
    if (judged.isForRoom()) {
      kept.put("whileThereIsRoom", true);
    }
    ArrayNode why = kept.putArray("why");
    why(judged).forEach(why::add);
  }

  /** Empty where it says no more than the promise. */
  private static String likely(Judgement.Judged judged, ZoneId zone) {
    Instant likely = judged.likelyUntil().orElseThrow();
    if (judged.keptUntil().filter(likely::equals).isPresent()) {
      return "";
    }
    return likely.equals(Claim.ALWAYS)
        ? " (likely for good)"
        : " (likely until %s)".formatted(Text.moment(likely, zone));
  }

  private static String end(Instant until) {
    return until.equals(Claim.ALWAYS) ? "always" : until.toString();
  }

  private List<String> why(Judgement.Judged judged) {
    return judged.claims().stream().map(claim -> words(claim.reason())).toList();
  }

  private String words(Claim.Reason reason) {
    if (reason instanceof Claim.ByRule by) {
      KeepRule rule = plan.plan().rules().get(by.rule());
      return KeepSentences.format(rule);
    }
    return switch ((Claim.Basic) reason) {
      case CURRENT -> "it is current";
      case HELD -> "it is held";
      case NEWEST_GOOD -> "it is the newest good one";
      case MASS_EVENT -> "many files were hurt after it, and nobody has decided on that yet";
      case SNAPSHOT -> "a snapshot holds it";
      case GATHERED -> "it was a copy that was gathered lately";
      case REMOVED_FILE -> "its file was removed";
      case LEAST_TIME -> "the store keeps everything for a least time";
      case FORMER_PLAN -> "a former plan still counts";
    };
  }
}
