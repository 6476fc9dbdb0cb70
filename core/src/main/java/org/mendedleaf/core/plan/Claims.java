package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.Lineage.KeptRevision;
import org.mendedleaf.core.plan.Lineage.Said;

/**
 * Finds what claims the revisions of files at one instant. Everything that is counted on a calendar
 * is counted once, so that a revision costs some comparisons for each rule. For one thread.
 */
final class Claims {

  private final CarePlan plan;
  private final Instant at;
  private final Instant removedAfter;
  private final Instant gatheredAfter;
  private final List<ClaimTest> tests = new ArrayList<>();
  private final List<Claim.ByRule> byRule = new ArrayList<>();

  private final Optional<Instant> leastAfter;
  private final List<Claims> formers = new ArrayList<>();

  Claims(CarePlan plan, Instant at, Floor floor) {
    this.plan = plan;
    this.at = at;
    this.leastAfter = floor.least().map(least -> least.before(at, plan.zone()));
    for (Floor.FormerPlan former : floor.formersAt(at)) {
      formers.add(new Claims(former.plan(), at, Floor.NONE));
    }
    this.removedAfter = plan.removed().before(at, plan.zone());
    this.gatheredAfter = plan.grace().before(at, plan.zone());
    for (int rule = 0; rule < plan.rules().size(); rule++) {
      tests.add(test(plan.rules().get(rule).what()));
      byRule.add(new Claim.ByRule(rule));
    }
  }

  /** Hears of each claim. */
  interface ClaimSink {
    /**
     * @param position of the revision in its file, from 0
     */
    void claimed(int position, Claim.Reason reason);
  }

  private interface ClaimTest {
    /**
     * @param newer how many revisions of the file are newer
     * @param counts whether the newest are counted: not long after a removal
     */
    boolean holds(KeptRevision one, int newer, boolean counts);
  }

  void of(Lineage file, ClaimSink found) {
    if (formers.isEmpty()) {
      ofPlan(file, found);
      return;
    }
    boolean[] firmly = new boolean[file.revisions().size()];
    ofPlan(
        file,
        (position, reason) -> {
          firmly[position] |= plan.room().isEmpty() || isFirm(reason);
          found.claimed(position, reason);
        });
    for (Claims former : formers) {
      former.ofPlan(
          file,
          (position, reason) -> {
            if (!firmly[position]) {
              firmly[position] = true;
              found.claimed(position, Claim.Basic.FORMER_PLAN);
            }
          });
    }
  }

  /** Whether a claim holds even where there is too little room. */
  boolean isFirm(Claim.Reason reason) {
    return reason instanceof Claim.Basic basic
        && (Claim.FIRM.contains(basic) || (basic == Claim.Basic.FORMER_PLAN && isRoomLoosened()));
  }

  /** A smaller room, too, counts only after the delay. */
  private boolean isRoomLoosened() {
    return formers.stream().anyMatch(former -> !former.plan.room().equals(plan.room()));
  }

  private void ofPlan(Lineage file, ClaimSink found) {
    List<KeptRevision> all = file.revisions();
    boolean there = file.removedAt().isEmpty();
    boolean counts = there || file.removedAt().get().isAfter(removedAfter);
    Lineage.GoodOnes newest = there ? file.goodOnes(all.size() - 1) : Lineage.GoodOnes.NONE;
    boolean[] ofRemoved = null;
    for (int i = 0; i < all.size(); i++) {
      KeptRevision one = all.get(i);
      if (one.removed() && one.until().orElseThrow().isAfter(removedAfter)) {
        ofRemoved = ofRemoved == null ? new boolean[all.size()] : ofRemoved;
        ofRemoved[i] = true;
        Lineage.GoodOnes then = file.goodOnes(i);
        for (int good : List.of(then.marked(), then.undoubted())) {
          if (good >= 0) {
            ofRemoved[good] = true;
          }
        }
      }
    }
    for (int i = 0; i < all.size(); i++) {
      KeptRevision one = all.get(i);
      basic(i, one, newest.has(i), found);
      if (ofRemoved != null && ofRemoved[i]) {
        found.claimed(i, Claim.Basic.REMOVED_FILE);
      }
      for (int rule = 0; rule < tests.size(); rule++) {
        if (passes(plan.rules().get(rule), file, one)
            && tests.get(rule).holds(one, all.size() - 1 - i, counts)) {
          found.claimed(i, byRule.get(rule));
        }
      }
    }
  }

  private void basic(int position, KeptRevision one, boolean isNewestGood, ClaimSink found) {
    if (one.until().isEmpty()) {
      found.claimed(position, Claim.Basic.CURRENT);
    }
    if (one.isHeldAt(at)) {
      found.claimed(position, Claim.Basic.HELD);
    }
    if (one.is(Said.IN_SNAPSHOT)) {
      found.claimed(position, Claim.Basic.SNAPSHOT);
    }
    if (one.gathered().isPresent() && one.gathered().get().isAfter(gatheredAfter)) {
      found.claimed(position, Claim.Basic.GATHERED);
    }
    if (isNewestGood) {
      found.claimed(position, Claim.Basic.NEWEST_GOOD);
    }
    if (one.is(Said.BEFORE_EVENT)) {
      found.claimed(position, Claim.Basic.MASS_EVENT);
    }
    if (leastAfter.isPresent()
        && one.until().map(until -> until.isAfter(leastAfter.get())).orElse(true)) {
      found.claimed(position, Claim.Basic.LEAST_TIME);
    }
  }

  private boolean passes(KeepRule rule, Lineage file, KeptRevision one) {
    for (Filter filter : rule.filters()) {
      if (!filter.passes(file, one, plan.zone())) {
        return false;
      }
    }
    return true;
  }

  private ClaimTest test(KeepRule.What what) {
    if (what instanceof KeepRule.Newest newest) {
      return (one, newer, counts) -> counts && newer < newest.count();
    }
    if (what instanceof KeepRule.ReplacedLessThan replaced) {
      Instant after = replaced.ago().before(at, plan.zone());
      return (one, newer, counts) -> one.until().isEmpty() || one.until().get().isAfter(after);
    }
    if (what instanceof KeepRule.Closed closed) {
      PeriodEnds ends = new PeriodEnds(closed.period(), plan, at);
      Instant after = closed.last().map(last -> last.before(at, plan.zone())).orElse(Instant.MIN);
      return (one, newer, counts) -> {
        Instant end = ends.lastFor(one);
        return one.from().isBefore(end) && end.isAfter(after);
      };
    }
    return (one, newer, counts) -> isMarked((KeepRule.Mark) what, one);
  }

  private static boolean isMarked(KeepRule.Mark mark, KeptRevision one) {
    return switch (mark) {
      case ISSUED -> one.is(Said.ISSUED);
      case NOTED -> one.is(Said.NOTED);
      case KNOWN_GOOD -> one.is(Said.KNOWN_GOOD);
      case EVERYTHING -> true;
    };
  }
}
