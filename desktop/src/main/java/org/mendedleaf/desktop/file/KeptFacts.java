package org.mendedleaf.desktop.file;

import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.desktop.plan.KeptWords;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/**
 * Until when each revision is kept, and why.
 *
 * @param plan empty where everything is kept, since the shelf has none
 * @param judged by their numbers
 */
record KeptFacts(Optional<NamedPlan> plan, Map<Integer, Judgement.Judged> judged) {
  static final KeptFacts ALL = new KeptFacts(Optional.empty(), Map.of());

  /** Until when a revision is kept and why, in a sentence. */
  String sentence(Revision revision, RevisionMarks marks, Context context) {
    Optional<RevisionMarks.NoticeGiven> notice = marks.notice();
    if (notice.filter(given -> given.cause().isErasure()).isPresent()) {
      return Words.of(
          "kept.sentence.erasure",
          FilePresenter.numbered(revision.number()),
          Shown.moment(notice.get().until(), context.now(), context.zone()),
          notice.get().by());
    }
    Judgement.Judged one = judged.get(revision.number());
    if (plan.isEmpty() || one == null) {
      return Words.of("kept.sentence.noPlan");
    }
    KeptWords words = new KeptWords(context.now(), context.zone());
    if (!one.stays() && notice.isPresent()) {
      return Words.of(
          "kept.sentence.notice",
          FilePresenter.numbered(revision.number()),
          Shown.moment(notice.get().until(), context.now(), context.zone()));
    }
    if (!one.stays()) {
      return Words.of("kept.sentence.nothing", FilePresenter.numbered(revision.number()));
    }
    return Words.of(
        "kept.sentence",
        FilePresenter.numbered(revision.number()),
        words.brief(one, marks) + words.likely(one),
        words.why(one, plan.get()));
  }
}
