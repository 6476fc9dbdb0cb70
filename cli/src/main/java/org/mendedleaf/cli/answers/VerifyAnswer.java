package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.Checkups;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.VerifyReport;

/** What is said of a store that was checked or repaired. */
public final class VerifyAnswer {

  private VerifyAnswer() {}

  public static ObjectNode json(VerifyReport report) {
    ObjectNode node = Json.object();
    node.put("sheaves", report.sheaves()).put("records", report.records());
    node.put("revisions", report.revisions());
    ArrayNode damaged = node.putArray("damaged");
    for (VerifyReport.Damage damage : report.damaged()) {
      ObjectNode one = damaged.addObject().put("where", damage.where());
      ArrayNode files = one.putArray("files");
      damage.files().forEach(files::add);
      one.put("mendable", damage.mendable());
    }
    if (!report.files().isEmpty()) {
      putFiles(node.putArray("files"), report.files());
    }
    return node;
  }

  private static void putFiles(ArrayNode array, List<VerifyReport.HurtFile> files) {
    for (VerifyReport.HurtFile file : files) {
      ObjectNode one = array.addObject().put("shelf", file.shelf()).put("path", file.path());
      ArrayNode lost = one.putArray("lost");
      file.lost().forEach(lost::add);
      file.whole().ifPresent(number -> one.put("whole", number));
    }
  }

  public static String text(VerifyReport report) {
    StringBuilder text = new StringBuilder();
    text.append(
        "%d sheaves, %d records, %d revisions; %s%n"
            .formatted(
                report.sheaves(),
                report.records(),
                report.revisions(),
                report.damaged().isEmpty() ? "no damage found" : "damage found"));
    for (VerifyReport.Damage damage : report.damaged()) {
      text.append("  %s%n".formatted(damage.where()));
      if (damage.mendable()) {
        text.append(
            "    its second copy is whole: verify --repair puts it in its place%n".formatted());
      }
    }
    append(text, report.files());
    return text.toString();
  }

  private static void append(StringBuilder text, List<VerifyReport.HurtFile> files) {
    files.forEach(file -> text.append("  %s%n".formatted(file.sentence())));
  }

  public static void put(ObjectNode node, RepairReport repair) {
    node.put("mended", repair.mended()).put("pieces", repair.pieces());
    node.put("retired", repair.sheaves());
    ArrayNode sources = node.putArray("sources");
    repair.sources().stream().map(Path::toString).forEach(sources::add);
    putFiles(node.putArray("stillLost"), repair.lost());
  }

  /** What a repair did, or would do. */
  public static String text(RepairReport repair, boolean rehearsed) {
    StringBuilder text = new StringBuilder();
    String mended = rehearsed ? "would be mended" : "mended";
    text.append(
        repair.mended() == 1
            ? "1 file %s from its second copy%n".formatted(mended)
            : "%d files %s from their second copies%n".formatted(repair.mended(), mended));
    if (repair.pieces() > 0) {
      text.append(
          "%d %s %s from files on shelves:%n"
              .formatted(
                  repair.pieces(),
                  repair.pieces() == 1 ? "piece" : "pieces",
                  rehearsed ? "would be stored again" : "stored again"));
      repair.sources().forEach(file -> text.append("  %s%n".formatted(file)));
    }
    if (repair.sheaves() > 0) {
      text.append(
          "%d damaged %s replaced: everything in %s is whole elsewhere%n"
              .formatted(
                  repair.sheaves(),
                  repair.sheaves() == 1 ? "sheaf was" : "sheaves were",
                  repair.sheaves() == 1 ? "it" : "them"));
    }
    if (!repair.lost().isEmpty()) {
      text.append(
          "%s, since no file on a shelf here holds it any more:%n"
              .formatted(rehearsed ? "This would stay unreadable" : "This stays unreadable"));
      append(text, repair.lost());
    }
    return text.toString();
  }

  public static void put(ObjectNode node, Checkup checkup) {
    checkup.oldest().ifPresent(at -> node.put("checkedAt", at.toString()));
    node.put("checkedShare", checkup.share()).put("damagedSheaves", checkup.damaged());
  }

  /** How much of a store was read lately. */
  public static String text(Checkup checkup, ZoneId zone) {
    StringBuilder text = new StringBuilder();
    if (checkup.oldest().isPresent()) {
      text.append(
          "  every byte was read since %s%n".formatted(Text.moment(checkup.oldest().get(), zone)));
    } else {
      text.append(
          "  %.0f %% of its bytes were read within %d days%n"
              .formatted(checkup.share() * 100, Checkups.WITHIN.toDays()));
    }
    if (checkup.damaged() > 0) {
      text.append(
          checkup.damaged() == 1
              ? "  1 sheaf is damaged: verify --deep says what that concerns%n".formatted()
              : "  %d sheaves are damaged: verify --deep says what that concerns%n"
                  .formatted(checkup.damaged()));
    }
    return text.toString();
  }
}
