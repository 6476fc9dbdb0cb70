package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.Lineage.Kept;
import org.mendedleaf.core.plan.Lineage.Said;

/**
 * Which claims hold the revisions of files under a plan, at one instant. Pure; each revision is
 * judged in constant time for each rule. Unchangeable.
 */
public final class Judgement {

  private final CarePlan plan;
  private final Instant at;
  private final Instant removedAfter;
  private final Instant gatheredAfter;

  public Judgement(CarePlan plan, Instant at) {
    this.plan = plan;
    this.at = at;
    this.removedAfter = plan.removed().before(at, plan.zone());
    this.gatheredAfter = plan.grace().before(at, plan.zone());
  }

  /**
   * A revision and why it stays.
   *
   * @param claims none where it goes
   * @param keptUntil for how long it certainly stays, whatever is saved or removed next; empty if
   *     that is not certain for any time
   */
  public record Judged(int number, List<Claim> claims, Optional<Instant> keptUntil) {
    public Judged {
      claims = List.copyOf(claims);
    }

    public boolean stays() {
      return !claims.isEmpty();
    }
  }

  /** Judges all revisions of a file, oldest first. */
  public List<Judged> of(Lineage file) {
    List<Judged> judged = new ArrayList<>();
    boolean there = file.removedAt().isEmpty();
    boolean removedLately =
        file.removedAt().filter(removed -> removed.isAfter(removedAfter)).isPresent();
    int good = file.newestGood(file.revisions().size() - 1);
    Instant[] removedFile = removedFile(file);
    for (int i = 0; i < file.revisions().size(); i++) {
      Kept one = file.revisions().get(i);
      int newer = file.revisions().size() - 1 - i;
      List<Claim> claims = new ArrayList<>();
      basic(one, there && i == good, claims);
      if (removedFile[i] != null) {
        claims.add(new Claim(Claim.Basic.REMOVED_FILE, Optional.of(removedFile[i])));
      }
      for (int rule = 0; rule < plan.rules().size(); rule++) {
        KeepRule keep = plan.rules().get(rule);
        if (keep.filters().stream().allMatch(filter -> filter.passes(file, one, plan.zone()))) {
          int position = rule;
          Optional<Claim> claim = claim(keep.what(), position, one, newer, there || removedLately);
          claim.map(of -> isCertain(keep) ? of : of.uncertain()).ifPresent(claims::add);
        }
      }
      judged.add(new Judged(one.number(), claims, keptUntil(claims)));
    }
    return judged;
  }

  /**
   * Until when each revision is kept because its file was removed, whether or not that has come
   * back since; null where it is not.
   */
  private Instant[] removedFile(Lineage file) {
    Instant[] until = new Instant[file.revisions().size()];
    for (int i = 0; i < until.length; i++) {
      Kept one = file.revisions().get(i);
      if (one.removed() && one.until().orElseThrow().isAfter(removedAfter)) {
        Instant end = plan.removed().after(one.until().get(), plan.zone());
        // Later removals end later.
        until[i] = end;
        until[file.newestGood(i)] = end;
      }
    }
    return until;
  }

  private void basic(Kept one, boolean isNewestGood, List<Claim> claims) {
    if (one.until().isEmpty()) {
      claims.add(new Claim(Claim.Basic.CURRENT, Optional.empty()));
    }
    if (one.is(Said.HELD)) {
      claims.add(new Claim(Claim.Basic.HELD, Optional.of(Claim.ALWAYS)));
    }
    if (one.is(Said.IN_SNAPSHOT)) {
      claims.add(new Claim(Claim.Basic.SNAPSHOT, Optional.of(Claim.ALWAYS)));
    }
    if (one.gathered().filter(when -> when.isAfter(gatheredAfter)).isPresent()) {
      claims.add(
          new Claim(
              Claim.Basic.GATHERED,
              Optional.of(plan.grace().after(one.gathered().get(), plan.zone()))));
    }
    if (isNewestGood) {
      // Of an unmarked one the next save takes it; a marked one outlasts a removal by its span.
      claims.add(
          new Claim(
              Claim.Basic.NEWEST_GOOD,
              one.is(Said.KNOWN_GOOD)
                  ? Optional.of(plan.removed().after(at, plan.zone()))
                  : Optional.empty()));
    }
  }

  /**
   * @param newer how many revisions of the file are newer
   * @param counts whether the newest are counted: not long after a removal
   */
  private Optional<Claim> claim(KeepRule.What what, int rule, Kept one, int newer, boolean counts) {
    Claim.Reason reason = new Claim.ByRule(rule);
    if (what instanceof KeepRule.Newest newest) {
      return counts && newer < newest.count()
          ? Optional.of(new Claim(reason, Optional.empty()))
          : Optional.empty();
    }
    if (what instanceof KeepRule.ReplacedLessThan replaced) {
      Instant end = one.until().orElse(at);
      return end.isAfter(replaced.ago().before(at, plan.zone()))
          ? Optional.of(new Claim(reason, Optional.of(replaced.ago().after(end, plan.zone()))))
          : Optional.empty();
    }
    if (what instanceof KeepRule.Closed closed) {
      return closed(closed, reason, one);
    }
    return isMarked((KeepRule.Mark) what, one)
        ? Optional.of(new Claim(reason, Optional.of(Claim.ALWAYS)))
        : Optional.empty();
  }

  /** The last period that a revision closed decides: it is the one that counts longest. */
  private Optional<Claim> closed(KeepRule.Closed closed, Claim.Reason reason, Kept one) {
    Instant until = one.until().filter(end -> end.isBefore(at)).orElse(at);
    Instant end = closed.period().endUpTo(until, plan.zone(), plan.firstDay());
    boolean isLate =
        closed.last().isEmpty() || end.isAfter(closed.last().get().before(at, plan.zone()));
    if (!one.from().isBefore(end) || !isLate) {
      return Optional.empty();
    }
    Instant promised = closed.last().map(span -> span.after(end, plan.zone())).orElse(Claim.ALWAYS);
    return Optional.of(new Claim(reason, Optional.of(promised)));
  }

  private static boolean isMarked(KeepRule.Mark mark, Kept one) {
    return switch (mark) {
      case ISSUED -> one.is(Said.ISSUED);
      case NOTED -> one.is(Said.NOTED);
      case KNOWN_GOOD -> one.is(Said.KNOWN_GOOD);
      case EVERYTHING -> true;
    };
  }

  /** A save may change whether the file was changed since a day. */
  private static boolean isCertain(KeepRule rule) {
    return rule.filters().stream().noneMatch(Filter.NotChangedSince.class::isInstance);
  }

  private static Optional<Instant> keptUntil(List<Claim> claims) {
    return claims.stream().flatMap(claim -> claim.until().stream()).max(Instant::compareTo);
  }
}
