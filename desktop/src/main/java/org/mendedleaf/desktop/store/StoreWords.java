package org.mendedleaf.desktop.store;

import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.SpoolState;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** The sentences on the page of a store. */
final class StoreWords {

  private StoreWords() {}

  /** What a repair would do, a sentence each. */
  static List<String> plan(RepairReport would) {
    List<String> lines = new ArrayList<>();
    if (would.mended() > 0) {
      lines.add(Words.count("store.plan.mended", would.mended()));
    }
    if (would.pieces() > 0) {
      String from = Shown.path(would.sources().get(0));
      lines.add(
          would.sources().size() == 1
              ? Words.of("store.plan.one", Shown.count(would.pieces()), from)
              : Words.of(
                  "store.plan.many",
                  Shown.count(would.pieces()),
                  Shown.count(would.sources().size()),
                  from));
    }
    if (would.joined() > 0) {
      String key = would.joined() == 1 ? "store.plan.joined.one" : "store.plan.joined.many";
      lines.add(Words.of(key, Shown.count(would.joined()), Shown.count(would.revisions())));
    }
    would.lost().forEach(file -> lines.add(Words.of("store.plan.lost", file.sentence())));
    if (lines.isEmpty()) {
      lines.add(Words.of("store.plan.nothing"));
    }
    return lines;
  }

  /** What is done while it is away. */
  static String away(StorePresenter.Meanwhile meanwhile, Context context) {
    if (meanwhile.waiting().isEmpty()) {
      return Words.of(meanwhile.isSpooled() ? "store.notHere.spooled" : "store.notHere");
    }
    SpoolState waiting = meanwhile.waiting().get();
    String waits =
        Words.count(
            "store.notHere.waiting",
            waiting.acts(),
            Shown.moment(waiting.since(), context.now(), context.zone()),
            Shown.size(waiting.bytes()));
    return waiting.isFull() ? waits + " " + Words.of("store.notHere.full") : waits;
  }
}
