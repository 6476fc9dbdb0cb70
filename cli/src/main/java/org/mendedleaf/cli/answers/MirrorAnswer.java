package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.ZoneId;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.Checkups;
import org.mendedleaf.core.stores.MirrorState;

/** The answer about a store's mirror. */
public final class MirrorAnswer {

  private MirrorAnswer() {}

  public static void put(ObjectNode node, MirrorState mirror) {
    node.put("folder", mirror.folder().toString()).put("here", mirror.here());
    mirror.at().ifPresent(at -> node.put("at", at.toString()));
    node.put("lag", mirror.lag()).put("missing", mirror.missing());
  }

  /** Says how much of it was read lately. */
  public static String read(ObjectNode node, Checkup checkup) {
    node.put("read", checkup.share()).put("damaged", checkup.damaged());
    return "  %d %% of its bytes were read in the last %d days%s%n"
        .formatted(
            Math.round(checkup.share() * 100),
            Checkups.WITHIN.toDays(),
            checkup.damaged() == 0
                ? ""
                : ", %d of its files are damaged and the store has no whole copy"
                    .formatted(checkup.damaged()));
  }

  public static String text(MirrorState mirror, ZoneId zone) {
    String lag =
        mirror.lag() == 0
            ? "has everything"
            : mirror.lag() < 0
                ? "has commits that the store has lost; verify --repair brings them back"
                : mirror.lag() == 1 ? "1 commit behind" : mirror.lag() + " commits behind";
    return "mirror in %s: %s%s%s%s%n"
        .formatted(
            mirror.folder(),
            lag,
            mirror.at().map(at -> ", brought up " + Text.moment(at, zone)).orElse(""),
            mirror.here() ? "" : ", not there now",
            mirror.missing() == 0
                ? ""
                : ", %d damaged sheaves of the store not taken over".formatted(mirror.missing()));
  }
}
