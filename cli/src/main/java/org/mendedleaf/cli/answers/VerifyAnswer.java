package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.joining.JoinReport;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.Checkups;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.VerifyReport;

/** The answer about a store that was checked or repaired. */
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
    if (repair.joined() > 0 || repair.join().isPresent()) {
      putJoined(node.putObject("joined"), repair);
    }
    ArrayNode sources = node.putArray("sources");
    repair.sources().stream().map(Path::toString).forEach(sources::add);
    putFiles(node.putArray("stillLost"), repair.lost());
  }

  private static void putJoined(ObjectNode node, RepairReport repair) {
    node.put("commits", repair.joined()).put("revisions", repair.revisions());
    ArrayNode renumbered = node.putArray("renumbered");
    for (JoinReport.Joined one : renumbered(repair)) {
      renumbered
          .addObject()
          .put("path", one.path().text())
          .put("was", one.was())
          .put("number", one.number())
          .put("by", one.by());
    }
    node.put("erasures", repair.join().map(JoinReport::erasures).orElse(0));
    node.put("erasedHere", repair.join().map(JoinReport::erasedHere).orElse(0));
    ArrayNode unreadable = node.putArray("unreadable");
    repair.join().ifPresent(join -> join.unreadable().forEach(path -> unreadable.add(path.text())));
  }

  private static List<JoinReport.Joined> renumbered(RepairReport repair) {
    return repair.join().map(JoinReport::revisions).orElse(List.of()).stream()
        .filter(one -> one.was() != one.number())
        .toList();
  }

  private static String counted(long count, String what) {
    return count + " " + what + (count == 1 ? "" : "s");
  }

  private static void appendJoined(StringBuilder text, RepairReport repair, boolean rehearsed) {
    text.append(
        "%s, with %s, %s from the other copy of the log%n"
            .formatted(
                counted(repair.joined(), "act"),
                counted(repair.revisions(), "revision"),
                rehearsed ? "would be taken over" : "taken over"));
    for (JoinReport.Joined one : renumbered(repair)) {
      text.append(
          "  %s: %s was %s on %s’s desk%n"
              .formatted(
                  one.path().text(),
                  Revision.numbered(one.number()),
                  Revision.numbered(one.was()),
                  one.by()));
    }
    Optional<JoinReport> join = repair.join();
    if (join.isPresent() && join.get().erasures() > 0) {
      text.append(
          "  It had erased something (%s); what is here of that stays. Erase it again if it is to go.%n"
              .formatted(counted(join.get().erasures(), "act")));
    }
    if (join.isPresent() && join.get().erasedHere() > 0) {
      text.append(
          "  %s of files that were erased here since %s left out%n"
              .formatted(
                  counted(join.get().erasedHere(), "revision"),
                  join.get().erasedHere() == 1 ? "was" : "were"));
    }
    join.ifPresent(
        report ->
            report
                .unreadable()
                .forEach(
                    path ->
                        text.append(
                            "  %s: a revision could not be taken over, since its content cannot be read there%n"
                                .formatted(path.text()))));
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
    if (repair.joined() > 0 || repair.join().isPresent()) {
      appendJoined(text, repair, rehearsed);
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
