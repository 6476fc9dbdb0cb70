package org.mendedleaf.desktop.tray;

import java.nio.file.Path;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.tray.PickFacts;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.picks.MendingTray.Picked;

/** Picks and what happens to them, in words. */
final class PickWords {

  private final Context context;

  PickWords(Context context) {
    this.context = context;
  }

  static String name(Picked picked) {
    return picked.folder() ? picked.name() + " /" : picked.name();
  }

  /** "r13, Wed 4 Mar 15:30" or "as of Thu 5 Mar 17:00". */
  String state(Picked picked) {
    PickFacts facts = picked.facts();
    if (facts == null) {
      return "";
    }
    String at = Shown.moment(facts.at(), context.now(), context.zone());
    if (facts.revision().isPresent()) {
      int number = facts.revision().getAsInt();
      String revision = number == 0 ? Words.of("revision.first") : "r" + number;
      return Words.of("tray.revision", revision, at);
    }
    boolean labelled =
        picked.entry().pick() instanceof Pick.OfMoment of
            && of.moment() instanceof Moment.InSnapshot;
    return labelled
        ? Words.of(
            "tray.inSnapshot",
            ((Moment.InSnapshot) ((Pick.OfMoment) picked.entry().pick()).moment())
                .snapshot()
                .label(),
            at)
        : Words.of("tray.asOf", at);
  }

  /** The facts that fit on the sheet: "r13, 2.8 KB, Wed 4 Mar". */
  String shortState(Picked picked, String much) {
    PickFacts facts = picked.facts();
    if (facts == null) {
      return much;
    }
    String day = Shown.day(facts.at(), context.now(), context.zone());
    if (facts.revision().isEmpty()) {
      return Words.of("tray.revision", much, day);
    }
    int number = facts.revision().getAsInt();
    String revision = number == 0 ? Words.of("revision.first") : "r" + number;
    return Words.of("tray.revision", revision, Words.of("tray.revision", much, day));
  }

  /** What its places hold now. */
  String stands(Picked picked) {
    PickFacts facts = picked.facts();
    if (facts == null) {
      return picked.problem();
    }
    if (!facts.folder()) {
      return facts.missing() > 0
          ? Words.of("tray.stands.nothing")
          : facts.differing() > 0 ? Words.of("tray.stands.other") : Words.of("tray.stands.same");
    }
    if (facts.differing() == 0 && facts.missing() == 0) {
      return Words.of("tray.stands.same");
    }
    if (facts.differing() == 0) {
      return facts.missing() == facts.files()
          ? Words.of("tray.stands.nothing")
          : Words.count("tray.stands.missing", facts.missing());
    }
    return Words.count("tray.stands.differing", facts.differing())
        + (facts.missing() == 0 ? "" : ", " + Words.count("tray.stands.missing", facts.missing()));
  }

  String where(Picked picked) {
    PickFacts facts = picked.facts();
    if (facts == null) {
      return "";
    }
    InnerPath folder = facts.path().folder();
    return facts.shelf().name() + (folder.isRoot() ? "" : " / " + folder.shown());
  }

  /** How picks are recovered, in a sentence. */
  static String handling(Handling handling) {
    if (!handling.destination().isChosen()) {
      return Words.of("tray.how.unsaid");
    }
    String where =
        handling.destination() instanceof Destination.Folder to
            ? Words.of("tray.how.folder", place(to.folder()))
            : handling.destination() instanceof Destination.Archive to
                ? Words.of("tray.how.zip", place(to.zip()))
                : Words.of("tray.how.place");
    return where + " " + Words.of("tray.how." + handling.ifThere().name());
  }

  private static String place(Path path) {
    return Shown.path(path);
  }
}
