package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.Lineage.KeptRevision;
import org.mendedleaf.core.plan.Lineage.Said;

/**
 * Which claims hold the revisions of files under a plan at one instant, and until when. Pure; each
 * revision is judged in constant time for each rule. For one thread.
 */
public final class Judgement {

  private final CarePlan plan;
  private final Instant at;
  private final Floor floor;
  private final Claims claims;

  public Judgement(CarePlan plan, Instant at) {
    this(plan, at, Floor.NONE);
  }

  /**
   * @param floor below which the plan lets nothing go
   */
  public Judgement(CarePlan plan, Instant at, Floor floor) {
    this.plan = plan;
    this.at = at;
    this.floor = floor;
    this.claims = new Claims(plan, at, floor);
  }

  /**
   * A revision and why it stays.
   *
   * @param claims none where it goes
   * @param keptUntil for how long it certainly stays, whatever is saved or removed next; empty if
   *     that is not certain for any time
   * @param isForRoom whether it goes earlier where there is too little room
   */
  public record Judged(
      int number, List<Claim> claims, Optional<Instant> keptUntil, boolean isForRoom) {
    public Judged {
      claims = List.copyOf(claims);
    }

    /** Until when it stays if nothing is saved or removed; empty where nothing claims it. */
    public Optional<Instant> likelyUntil() {
      return claims.stream().map(Claim::likely).max(Instant::compareTo);
    }

    /**
     * Until when it would stay if it were not the newest good one and nothing is saved or removed.
     *
     * @param at the time of judging, for what would go at once
     * @return empty where it is not kept as that
     */
    public Optional<Instant> untilWithoutGood(Instant at) {
      boolean isGood = claims.stream().anyMatch(one -> one.reason() == Claim.Basic.NEWEST_GOOD);
      return isGood
          ? Optional.of(
              claims.stream()
                  .filter(one -> one.reason() != Claim.Basic.NEWEST_GOOD)
                  .map(Claim::likely)
                  .max(Instant::compareTo)
                  .orElse(at))
          : Optional.empty();
    }

    public boolean stays() {
      return !claims.isEmpty();
    }
  }

  /** Judges all revisions of a file, oldest first. */
  public List<Judged> of(Lineage file) {
    List<List<Claim>> found = new ArrayList<>();
    file.revisions().forEach(one -> found.add(new ArrayList<>()));
    claims.of(file, (position, reason) -> found.get(position).add(claim(file, position, reason)));
    List<Judged> judged = new ArrayList<>();
    for (int i = 0; i < found.size(); i++) {
      judged.add(
          new Judged(
              file.revisions().get(i).number(),
              found.get(i),
              keptUntil(found.get(i)),
              plan.room().isPresent()
                  && found.get(i).stream().noneMatch(claim -> claims.isFirm(claim.reason()))));
    }
    return judged;
  }

  private Claim claim(Lineage file, int position, Claim.Reason reason) {
    // What may have to go for room promises nothing.
    Optional<Instant> until =
        plan.room().isPresent() && reason != Claim.Basic.HELD && reason != Claim.Basic.LEAST_TIME
            ? Optional.empty()
            : promise(file, position, reason);
    return new Claim(reason, until, likely(file, position, reason));
  }

  /** Until when a claim holds if nothing is saved or removed. */
  private Instant likely(Lineage file, int position, Claim.Reason reason) {
    KeptRevision one = file.revisions().get(position);
    if (one.until().isEmpty()
        || reason == Claim.Basic.NEWEST_GOOD
        || reason == Claim.Basic.MASS_EVENT) {
      return Claim.ALWAYS;
    }
    if (reason instanceof Claim.ByRule by) {
      KeepRule.What what = plan.rules().get(by.rule()).what();
      if (what instanceof KeepRule.Newest) {
        return file.removedAt()
            .map(removed -> plan.removed().after(removed, plan.zone()))
            .orElse(Claim.ALWAYS);
      }
      return promise(what, one).orElse(Claim.ALWAYS);
    }
    if (reason == Claim.Basic.FORMER_PLAN) {
      return floor.formersAt(at).stream()
          .map(Floor.FormerPlan::until)
          .max(Instant::compareTo)
          .orElse(at);
    }
    return promise(file, position, reason).orElse(Claim.ALWAYS);
  }

  /** For how long a claim that holds now certainly does; empty if that is for no time. */
  private Optional<Instant> promise(Lineage file, int position, Claim.Reason reason) {
    KeptRevision one = file.revisions().get(position);
    if (reason instanceof Claim.ByRule by) {
      KeepRule rule = plan.rules().get(by.rule());
      return isCertain(rule) ? promise(rule.what(), one) : Optional.empty();
    }
    return switch ((Claim.Basic) reason) {
      case CURRENT -> Optional.empty();
      case HELD -> Optional.of(one.heldUntil().orElse(Claim.ALWAYS));
      case LEAST_TIME ->
          floor.least().map(least -> least.after(one.until().orElse(at), plan.zone()));
      // Only that the plan counts until then is certain, not that it goes on claiming this.
      case FORMER_PLAN -> Optional.empty();
      // Until a person decides, and that may be at once.
      case MASS_EVENT -> Optional.empty();
      case SNAPSHOT -> Optional.of(Claim.ALWAYS);
      case REMOVED_FILE -> removedFile(file, position);
      case GATHERED -> Optional.of(plan.grace().after(one.gathered().orElseThrow(), plan.zone()));
      // Of an unmarked one the next save takes it; a marked one outlasts a removal by its span.
      case NEWEST_GOOD ->
          one.is(Said.KNOWN_GOOD)
              ? Optional.of(plan.removed().after(at, plan.zone()))
              : Optional.empty();
    };
  }

  private Optional<Instant> promise(KeepRule.What what, KeptRevision one) {
    if (what instanceof KeepRule.Newest) {
      return Optional.empty();
    }
    if (what instanceof KeepRule.ReplacedLessThan replaced) {
      return Optional.of(replaced.ago().after(one.until().orElse(at), plan.zone()));
    }
    if (what instanceof KeepRule.Closed closed) {
      Instant end = new PeriodEnds(closed.period(), plan, at).lastFor(one);
      return Optional.of(
          closed.last().map(span -> span.after(end, plan.zone())).orElse(Claim.ALWAYS));
    }
    return Optional.of(Claim.ALWAYS);
  }

  /** Later removals end later. */
  private Optional<Instant> removedFile(Lineage file, int position) {
    Optional<Instant> until = Optional.empty();
    Instant removedAfter = plan.removed().before(at, plan.zone());
    for (int i = position; i < file.revisions().size(); i++) {
      KeptRevision one = file.revisions().get(i);
      // That nothing is doubtful is no promise: something may be found yet.
      boolean isOfIt = i == position || file.goodOnes(i).marked() == position;
      if (isOfIt && one.removed() && one.until().orElseThrow().isAfter(removedAfter)) {
        until = Optional.of(plan.removed().after(one.until().get(), plan.zone()));
      }
    }
    return until;
  }

  /** A save may change whether the file was changed since a day. */
  private static boolean isCertain(KeepRule rule) {
    return rule.filters().stream().noneMatch(Filter.NotChangedSince.class::isInstance);
  }

  private static Optional<Instant> keptUntil(List<Claim> claims) {
    return claims.stream().flatMap(claim -> claim.until().stream()).max(Instant::compareTo);
  }
}
