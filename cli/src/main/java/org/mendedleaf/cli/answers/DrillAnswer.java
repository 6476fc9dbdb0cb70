package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Optional;
import org.mendedleaf.core.drill.CertificateReport;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.Revision;

/** The answer about a drill. */
public final class DrillAnswer {

  private static final double MILLIS = 1000;

  private DrillAnswer() {}

  public static ObjectNode json(DrillCertificate certificate) {
    DrillFigures figures = certificate.figures();
    ObjectNode node = Json.object();
    certificate
        .act()
        .ifPresent(
            act -> {
              node.put("id", act.id()).put("at", act.at().toString()).put("by", act.by());
              node.put("hash", act.hash());
            });
    node.put("sampled", figures.sampled()).put("of", figures.of());
    node.put("whole", certificate.whole()).put("opened", figures.opened());
    ArrayNode failed = node.putArray("failed");
    certificate.failed().forEach(proof -> put(failed.addObject(), proof).put("why", proof.why()));
    node.put("bytes", figures.bytes()).put("seconds", figures.millis() / MILLIS);
    node.put("fullRecoverySeconds", figures.fullMillis() / MILLIS);
    ArrayNode proofs = node.putArray("proofs");
    for (DrillCertificate.DrillProof proof : certificate.proofs()) {
      if (proof.whole()) {
        ObjectNode one = put(proofs.addObject(), proof);
        one.put("bytes", proof.bytes());
        proof
            .found()
            .ifPresentOrElse(found -> one.put("found", found), () -> one.put("why", proof.why()));
        if (!proof.content().isEmpty()) {
          one.put("content", proof.content());
        }
      }
    }
    return node;
  }

  private static ObjectNode put(ObjectNode node, DrillCertificate.DrillProof proof) {
    node.put("file", proof.where());
    proof.file().ifPresent(id -> node.put("id", id));
    proof.revision().ifPresent(number -> node.put("revision", number));
    return node;
  }

  public static String text(DrillCertificate certificate, ZoneId zone) {
    StringBuilder text = new StringBuilder();
    CertificateReport.of(certificate, zone)
        .said()
        .forEach(sentence -> text.append("%s%n".formatted(sentence)));
    for (DrillCertificate.DrillProof proof : certificate.failed()) {
      text.append(
          "  %s %s: %s%n"
              .formatted(
                  proof.where(), Revision.numbered(proof.revision().orElse(0)), proof.why()));
    }
    return text.toString();
  }

  /** How often a drill runs automatically. */
  public static Answer rhythm(Optional<Duration> every) {
    ObjectNode node = Json.object();
    if (every.isEmpty()) {
      node.putNull("everyDays");
      return Answer.done(node, "No drill runs automatically.%n".formatted());
    }
    long days = every.get().toDays();
    node.put("everyDays", days);
    return Answer.done(
        node,
        (days == 1
                ? "A drill runs automatically every day, while the window is open or the watch is kept.%n"
                : "A drill runs automatically every %d days, while the window is open or the watch is kept.%n")
            .formatted(days));
  }
}
