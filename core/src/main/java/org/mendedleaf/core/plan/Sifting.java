package org.mendedleaf.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Which claims hold the revisions of very many files, without asking until when: a million are
 * sifted in well under a second. It keeps count; for one thread.
 */
public final class Sifting {

  private final Claims claims;
  private final List<Claim.Reason> reasons = new ArrayList<>();
  private final Map<Claim.Basic, Integer> basicBits = new EnumMap<>(Claim.Basic.class);
  private final int[] counts;

  public Sifting(CarePlan plan, Instant at) {
    this(plan, at, Floor.NONE);
  }

  /**
   * @param floor below which the plan lets nothing go
   */
  public Sifting(CarePlan plan, Instant at, Floor floor) {
    this.claims = new Claims(plan, at, floor);
    for (Claim.Basic basic : Claim.Basic.values()) {
      basicBits.put(basic, reasons.size());
      reasons.add(basic);
    }
    for (int rule = 0; rule < plan.rules().size(); rule++) {
      reasons.add(new Claim.ByRule(rule));
    }
    this.counts = new int[reasons.size()];
  }

  /**
   * Which claims hold each revision of a file, oldest first.
   *
   * @return a bit for each reason, the basic ones first; 0 for what goes
   */
  public long[] sift(Lineage file) {
    long[] held = new long[file.revisions().size()];
    claims.of(
        file,
        (position, reason) -> {
          int bit = bit(reason);
          held[position] |= 1L << Math.min(bit, Long.SIZE - 1);
          counts[bit]++;
        });
    return held;
  }

  /** Whether only rules of the plan claim it, or of a former one. */
  public boolean isByRulesOnly(long held) {
    long former = bitOf(Claim.Basic.FORMER_PLAN);
    return (held & (1L << basicBits.size()) - 1 & ~former) == 0;
  }

  /** Whether a person holds it. */
  public boolean isHeldByPerson(long held) {
    return (held & bitOf(Claim.Basic.HELD)) != 0;
  }

  private long bitOf(Claim.Basic basic) {
    return 1L << Objects.requireNonNull(basicBits.get(basic));
  }

  /** Whether what claims this hold yields where there is too little room. */
  public boolean yieldsToRoom(long held) {
    return basicBits.keySet().stream()
        .filter(claims::isFirm)
        .noneMatch(basic -> (held & bitOf(basic)) != 0);
  }

  /** How many of some revisions each reason holds, by what {@link #sift} said of each. */
  public final class Tally {
    private final int[] tallied = new int[Long.SIZE];

    public void add(long held) {
      for (long bits = held; bits != 0; bits &= bits - 1) {
        tallied[Long.numberOfTrailingZeros(bits)]++;
      }
    }

    public Map<Claim.Reason, Integer> counts() {
      Map<Claim.Reason, Integer> counted = new HashMap<>();
      for (int bit = 0; bit < Math.min(tallied.length, reasons.size()); bit++) {
        if (tallied[bit] > 0) {
          counted.put(reasons.get(bit), tallied[bit]);
        }
      }
      return counted;
    }
  }

  private int bit(Claim.Reason reason) {
    return reason instanceof Claim.Basic basic
        ? basicBits.get(basic)
        : basicBits.size() + ((Claim.ByRule) reason).rule();
  }

  /** How many of all revisions sifted so far each reason holds. */
  public Map<Claim.Reason, Integer> counts() {
    Map<Claim.Reason, Integer> counted = new HashMap<>();
    for (int bit = 0; bit < counts.length; bit++) {
      if (counts[bit] > 0) {
        counted.put(reasons.get(bit), counts[bit]);
      }
    }
    return counted;
  }
}
