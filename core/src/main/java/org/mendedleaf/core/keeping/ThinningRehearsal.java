package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.questions.MarkQuestions;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;
import org.mendedleaf.core.keeping.Thinnings.Concerned;
import org.mendedleaf.core.keeping.Thinnings.Fate;
import org.mendedleaf.core.plan.Filter;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Sifting;
import org.mendedleaf.core.session.Shelf;

/** Works out what thinning a shelf would do with each revision. Used once, by one thread. */
final class ThinningRehearsal {

  private final Shelf shelf;
  private final NamedPlan plan;
  private final Optional<KeepRule> only;
  private final Instant at;
  private final Instant until;
  private final Map<RevisionOf, MarkQuestions.OnNotice> notices = new HashMap<>();
  private final Optional<MakingRoom> room;

  /**
   * @param until when what goes on notice now is still there
   * @param only a sentence whose filters say what it is about, just this once; its rule is the plan
   * @param room what there is room for; empty where the plan has no limit
   */
  ThinningRehearsal(
      Shelf shelf,
      NamedPlan plan,
      Optional<KeepRule> only,
      Instant at,
      Instant until,
      List<MarkQuestions.OnNotice> onNotice,
      Optional<MakingRoom> room) {
    this.shelf = shelf;
    this.plan = plan;
    this.only = only;
    this.at = at;
    this.until = until;
    this.room = room;
    onNotice.forEach(one -> notices.put(new RevisionOf(one.file(), one.number()), one));
  }

  Thinnings.RehearsedThinning of(ShelfLineages lineages) throws IOException {
    SiftedShelf sifted = SiftedShelf.of(lineages, plan.plan(), at);
    Set<RevisionOf> forRoom =
        room.isEmpty()
            ? Set.of()
            : room.get().letGo(sifted, plan.plan().room().orElseThrow(), unclaimed(sifted));
    Sifting.Tally staying = sifted.sifting().new Tally();
    long stays = 0;
    List<Concerned> concerned = new ArrayList<>();
    Set<Long> left = new HashSet<>();
    for (SiftedShelf.SiftedFile file : sifted.files()) {
      for (int i = 0; i < file.held().length; i++) {
        boolean goesForRoom = forRoom.contains(file.revision(i));
        Optional<Concerned> fate =
            isMeant(file, i)
                ? fate(file, i, isClaimed(sifted, file, i) && !goesForRoom)
                : Optional.empty();
        fate.ifPresent(concerned::add);
        if (fate.isEmpty() || fate.get().fate() == Fate.KEPT_AFTER_ALL) {
          stays++;
          left.add(file.file());
          staying.add(file.held()[i]);
        }
      }
    }
    return new Thinnings.RehearsedThinning(
        shelf,
        plan,
        at,
        stays,
        staying.counts(),
        concerned,
        lastOnes(concerned, left),
        forRoom.size());
  }

  /** What no rule claims, or somebody has let go by hand: it is gone before room is made. */
  private Set<RevisionOf> unclaimed(SiftedShelf sifted) {
    Set<RevisionOf> goes = new HashSet<>();
    for (SiftedShelf.SiftedFile file : sifted.files()) {
      for (int i = 0; i < file.held().length; i++) {
        if (!isClaimed(sifted, file, i)) {
          goes.add(file.revision(i));
        }
      }
    }
    return goes;
  }

  /** A plan does not take back what a person has let go by hand. */
  private boolean isClaimed(SiftedShelf sifted, SiftedShelf.SiftedFile file, int position) {
    long held = file.held()[position];
    MarkQuestions.OnNotice notice = notices.get(file.revision(position));
    if (notice != null && notice.cause().isErasure()) {
      return sifted.sifting().isHeldByPerson(held);
    }
    return held != 0
        && (notice == null || !notice.cause().byHand() || !sifted.sifting().isByRulesOnly(held));
  }

  private boolean isMeant(SiftedShelf.SiftedFile file, int position) {
    if (only.isPresent()) {
      for (Filter filter : only.get().filters()) {
        if (!filter.passes(
            file.lineage(), file.lineage().revisions().get(position), plan.plan().zone())) {
          return false;
        }
      }
    }
    return true;
  }

  private Optional<Concerned> fate(SiftedShelf.SiftedFile file, int position, boolean isClaimed) {
    Optional<MarkQuestions.OnNotice> notice =
        Optional.ofNullable(notices.get(file.revision(position)));
    if (isClaimed && notice.isEmpty()) {
      return Optional.empty();
    }
    boolean byHand = only.isPresent();
    Fate fate;
    if (notice.isPresent() && (byHand || notice.get().cause().isErasure())) {
      // What somebody asked to be erased is erased apart from plans, see AskedErasures.
      fate = Fate.WAITS;
    } else if (isClaimed) {
      fate = Fate.KEPT_AFTER_ALL;
    } else if (notice.isEmpty()) {
      fate = Fate.NOTICED;
    } else {
      fate = notice.get().until().isAfter(at) ? Fate.WAITS : Fate.ERASED;
    }
    return Optional.of(
        new Concerned(
            file.going(position),
            fate,
            notice.map(MarkQuestions.OnNotice::until).orElse(until),
            notice
                .map(MarkQuestions.OnNotice::cause)
                .orElse(byHand ? NoticeCause.HAND : NoticeCause.PLAN)));
  }

  /** The newest revision of files of which nothing is left. */
  private static List<CarePlans.Going> lastOnes(List<Concerned> concerned, Set<Long> left) {
    Map<Long, CarePlans.Going> last = new LinkedHashMap<>();
    for (Concerned one : concerned) {
      if (!left.contains(one.revision().file())) {
        last.put(one.revision().file(), one.revision());
      }
    }
    return List.copyOf(last.values());
  }
}
