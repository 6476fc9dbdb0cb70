package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingSentence;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.screening.MassEvents.StruckFile;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;

/** Findings as answers: what is doubtful, since when, by whom, and which state to go back to. */
public final class FindingAnswer {

  private final ZoneId zone;

  public FindingAnswer(ZoneId zone) {
    this.zone = zone;
  }

  /**
   * A file with everything that is doubtful about it as it is now.
   *
   * @param goodUntil when the plan alone would let go of its last good state, if that is soon
   */
  public ObjectNode json(DoubtfulFile doubtful, Optional<Instant> goodUntil) {
    ObjectNode node = Json.object();
    ObjectNode file = node.putObject("file").put("id", doubtful.file().id());
    Json.putPath(file.put("shelf", doubtful.shelf().name()), doubtful.file().path());
    node.put("revision", doubtful.newest().number());
    put(node.putArray("findings"), doubtful.findings());
    node.put("sentence", sentence(doubtful, doubtful.first()));
    node.put("since", doubtful.since().currentFrom().toString());
    node.put("sinceRevision", doubtful.since().number());
    node.put("who", Who.of(doubtful.since()).name());
    doubtful.lastGood().ifPresent(good -> node.put("lastGood", good.number()));
    goodUntil.ifPresent(until -> node.put("lastGoodOnlyUntil", until.toString()));
    return node;
  }

  /** A mass event with what it hurt and what is still hurt. */
  public ObjectNode json(ShelfEvent of) {
    MassEvent event = of.event();
    ObjectNode node = Json.object();
    node.put("event", event.first()).put("shelf", of.shelf().name());
    node.put("at", event.from().toString()).put("until", event.until().toString());
    node.put("damaged", event.damaged()).put("scrambled", event.scrambled());
    node.put("removed", event.removed()).put("sentence", MassEventSentence.of(event));
    ArrayNode hurt = node.putArray("stillHurt");
    for (StruckFile one : of.hurt()) {
      ObjectNode file = hurt.addObject().put("id", one.file().id());
      Json.putPath(file, one.file().path());
      one.before().ifPresent(number -> file.put("before", number));
    }
    event
        .decided()
        .ifPresent(
            decided ->
                node.putObject("decided")
                    .put("why", decided.why())
                    .put("at", decided.at().toString())
                    .put("by", decided.by()));
    return node;
  }

  public String text(ShelfEvent of) {
    return "Event %d on %s, %s: %s%n  %s still hurt; “findings mend %s --event %d” puts it back%n"
        .formatted(
            of.event().first(),
            of.shelf().name(),
            Text.moment(of.event().from(), zone),
            MassEventSentence.of(of.event()),
            of.hurt().size() == 1 ? "1 file is" : of.hurt().size() + " files are",
            of.shelf().name(),
            of.event().first());
  }

  static void put(ArrayNode to, List<Finding> findings) {
    for (Finding finding : findings) {
      ObjectNode one = to.addObject();
      one.put("kind", finding.kind().word()).put("strength", finding.strength().word());
      one.put("measured", finding.measured()).put("usual", finding.usual());
      finding.other().ifPresent(other -> one.put("other", other));
    }
  }

  public String text(DoubtfulFile doubtful, Optional<Instant> goodUntil) {
    StringBuilder text = new StringBuilder();
    text.append(
        "%s, %s on %s: %s%n"
            .formatted(
                strength(doubtful.first().strength()),
                doubtful.file().path().shown(),
                doubtful.shelf().name(),
                sentence(doubtful, doubtful.first())));
    String who = Who.of(doubtful.since()).name();
    text.append(
        "  since %s, %s%s; %s%n"
            .formatted(
                Revision.numbered(doubtful.since().number()),
                Text.moment(doubtful.since().currentFrom(), zone),
                who.isEmpty() ? "" : ", saved by " + who,
                doubtful
                    .lastGood()
                    .map(
                        good ->
                            "last good: %s of %s"
                                .formatted(
                                    Revision.numbered(good.number()),
                                    Text.moment(good.currentFrom(), zone)))
                    .orElse("no earlier state is known to be good")));
    goodUntil.ifPresent(
        until ->
            text.append(
                "  by the plan alone %s would be let go on %s; it stays until this is mended or called meant%n"
                    .formatted(
                        Revision.numbered(doubtful.lastGood().orElseThrow().number()),
                        Text.moment(until, zone))));
    return text.toString();
  }

  private static String strength(FindingStrength strength) {
    return switch (strength) {
      case SURE -> "Sure";
      case LIKELY -> "Likely";
      case WORTH_A_LOOK -> "Worth a look";
    };
  }

  private static String sentence(DoubtfulFile doubtful, Finding finding) {
    return FindingSentence.of(
        finding,
        new FindingSentence.SentenceWords() {
          @Override
          public String size(long bytes) {
            return Text.size(bytes);
          }

          @Override
          public String file(long id) {
            return doubtful.other().map(InnerPath::shown).orElse("a file that was erased");
          }
        });
  }
}
