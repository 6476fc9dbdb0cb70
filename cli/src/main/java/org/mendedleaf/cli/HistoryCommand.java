package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.ClaimText;
import org.mendedleaf.cli.answers.GapAnswer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.Judgement;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** A file's revisions. */
@Command(name = "history", description = "Show every revision of a file, oldest first.")
final class HistoryCommand extends OfficeCommand {

  @Mixin private FileArgument file;

  @Option(names = "--sha256", description = "Also the SHA-256 of each revision's bytes.")
  private boolean sha256;

  @Override
  Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    Map<Integer, Judgement.Judged> judged =
        office.plans().judge(life, office.settings().clock().instant());
    Optional<ClaimText> claims =
        judged.isEmpty() ? Optional.empty() : office.plans().of(life.shelf()).map(ClaimText::new);
    ObjectNode node = Json.history(life, office.files().contents(life.ref().store()), sha256);
    for (JsonNode one : node.get("revisions")) {
      claims.ifPresent(
          text ->
              text.put(
                  (ObjectNode) one,
                  Objects.requireNonNull(judged.get(one.get("revision").asInt()))));
    }
    List<Gap> gaps = office.files().gaps(life.ref());
    GapAnswer.put(node, gaps);
    return Answer.done(node, text(life, claims, judged) + GapAnswer.ofFile(gaps, life.zone()));
  }

  private static String text(
      FileLife life, Optional<ClaimText> claims, Map<Integer, Judgement.Judged> judged) {
    StringBuilder text = new StringBuilder();
    text.append(
        "%s on %s%s%n"
            .formatted(
                life.file().path().shown(),
                life.shelf().name(),
                life.file().present() ? "" : ", removed"));
    for (InnerPath former : life.formerPaths()) {
      text.append("  formerly %s%n".formatted(former.shown()));
    }
    for (Revision revision : life.revisions()) {
      text.append(
          "%-11s  %s  %12d bytes  %s%s%s%s%n"
              .formatted(
                  Revision.numbered(revision.number()),
                  Text.moment(revision.currentFrom(), life.zone()),
                  revision.state().size(),
                  Who.of(revision).name(),
                  origin(revision),
                  former(revision)
                      + revision.summary().map(summary -> ", " + summary).orElse("")
                      + said(life.marks(revision)),
                  revision.isCurrent() && life.file().present() ? ", current" : ""));
      claims.ifPresent(
          words ->
              text.append(
                  "             %s%n"
                      .formatted(
                          words.of(
                              Objects.requireNonNull(judged.get(revision.number())),
                              life.zone()))));
    }
    return text.toString();
  }

  private static String origin(Revision revision) {
    if (revision.from().isEmpty()) {
      return "";
    }
    String from = Revision.numbered(revision.from().getAsInt());
    return revision.origin() == Origin.JOIN
        ? ", current again, as %s was".formatted(from)
        : ", %s with %s".formatted(revision.origin().word(), from);
  }

  private static String former(Revision revision) {
    OptionalInt was = revision.formerNumber();
    return was.isEmpty()
        ? ""
        : ", was %s on %s’s desk".formatted(Revision.numbered(was.getAsInt()), revision.by());
  }

  private static String held(RevisionMarks.Hold hold) {
    return ", held%s: %s"
        .formatted(hold.until().map(until -> " until " + until).orElse(""), hold.why());
  }

  private static String said(RevisionMarks marks) {
    return marks.note().map(note -> ", “" + note.text() + "”").orElse("")
        + marks.issue().map(issue -> ", issue " + issue.letters()).orElse("")
        + (marks.good().isPresent() ? ", known good" : "")
        + marks.hold().map(HistoryCommand::held).orElse("")
        + marks
            .notice()
            .map(
                notice ->
                    (notice.cause().isErasure() ? ", to be erased after " : ", on notice until ")
                        + notice.until())
            .orElse("");
  }
}
