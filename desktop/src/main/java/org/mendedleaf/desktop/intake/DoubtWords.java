package org.mendedleaf.desktop.intake;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.intake.Evidence;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.picks.ArrivalList.NamedDoubt;

/** Puts into words what speaks for and against a match. */
final class DoubtWords {

  private static final double SAME = 0.96;
  private static final double ALIKE = 0.5;
  private static final double SHARED = 0.15;

  private final Context context;

  DoubtWords(Context context) {
    this.context = context;
  }

  /** What speaks against it, as one sentence; empty if nothing does. */
  String against(List<NamedDoubt> doubts) {
    return doubts.stream().map(this::against).collect(Collectors.joining("; "));
  }

  private String against(NamedDoubt named) {
    Doubt<FileRef> doubt = named.doubt();
    if (doubt instanceof Doubt.BelongsElsewhere<FileRef> elsewhere) {
      return Words.of("doubt.elsewhere", percent(elsewhere.part()), named.other());
    } else if (doubt instanceof Doubt.OtherKind<FileRef>) {
      return Words.of("doubt.kind");
    } else if (doubt instanceof Doubt.NameSaysOtherKind<FileRef> kind) {
      return Words.of("doubt.name", kind.extension());
    } else if (doubt instanceof Doubt.Broken<FileRef> broken) {
      return Words.of(
          "doubt.broken."
              + broken.flaws().stream().min(Comparator.naturalOrder()).orElseThrow().name());
    } else if (doubt instanceof Doubt.OnlyABeginning<FileRef> beginning) {
      return Words.of("doubt.beginning", percent(beginning.missing()));
    } else if (doubt instanceof Doubt.Older<FileRef> older) {
      return Words.of(
          "doubt.older",
          Shown.moment(older.arrival(), context.now(), context.zone()),
          Shown.moment(older.there(), context.now(), context.zone()));
    }
    return Words.of(
        "doubt.called", ((Doubt.CallsItselfOtherwise<FileRef>) doubt).title(), named.other());
  }

  /** What speaks for it, shortest first. */
  static String why(Evidence evidence) {
    String name = "";
    if (evidence.name() >= SAME) {
      name = Words.of("why.name");
    } else if (evidence.former() >= SAME) {
      name = Words.of("why.former");
    } else if (evidence.named() >= ALIKE) {
      name = Words.of("why.nameLike");
    }
    String content = content(evidence);
    return name.isEmpty() || content.isEmpty() ? name + content : name + ", " + content;
  }

  private static String content(Evidence evidence) {
    double words = evidence.content().terms().both();
    double bytes = evidence.content().bytes().both();
    if (evidence.identical()) {
      return Words.of("why.identical");
    } else if (evidence.content().picture() >= ALIKE) {
      return Words.of("why.picture");
    } else if (words >= SHARED && words >= bytes) {
      return Words.of("why.words", percent(words));
    }
    return bytes >= SHARED ? Words.of("why.bytes", percent(bytes)) : "";
  }

  private static String percent(double part) {
    return Shown.count(Math.round(100 * part));
  }
}
