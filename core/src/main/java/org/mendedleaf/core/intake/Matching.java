package org.mendedleaf.core.intake;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.likeness.ContentLikeness;
import org.mendedleaf.core.likeness.ContentRarity;
import org.mendedleaf.core.likeness.NameLikeness;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;

/**
 * Finds the file that an arrival most likely replaces. Names and contents are weighed by how rare
 * they are among the candidates: files of one office look alike, and what tells them apart is what
 * few of them have. The weights were fitted by logistic regression on one half of a labelled set
 * and are measured on the other, see {@code ArrivalsScoreTest}. Safe for several threads.
 *
 * @param <F> what stands for a file
 */
public final class Matching<F> {

  /** Below this a candidate is not offered at all. */
  public static final double OFFERED = 0.5;

  private static final double CONFIDENT = 0.97;
  private static final double AHEAD = 0.25;

  private final List<Candidate<F>> candidates;
  private final NameLikeness names;
  private final ContentRarity rarity;

  /**
   * @param candidates all files that may come into question, look-alikes included
   */
  public Matching(List<Candidate<F>> candidates) {
    this.candidates = List.copyOf(candidates);
    this.names = NameLikeness.among(candidates.stream().map(Candidate::name).toList());
    this.rarity = ContentRarity.among(candidates.stream().map(Candidate::traits).toList());
  }

  /** The files that an arrival may replace, the likeliest first; empty if it is none of them. */
  public List<Match<F>> rank(Arriving arrival) {
    List<Match<F>> ranked = new ArrayList<>();
    for (Candidate<F> candidate : candidates) {
      Evidence evidence = evidence(arrival, candidate);
      double likelihood = Weights.likelihood(evidence);
      if (likelihood >= OFFERED) {
        ranked.add(new Match<>(candidate, evidence, likelihood, false));
      }
    }
    ranked.sort(Comparator.comparingDouble((Match<F> match) -> match.likelihood()).reversed());
    if (!ranked.isEmpty() && isConfident(ranked)) {
      ranked.set(0, ranked.get(0).asConfident());
    }
    return ranked;
  }

  private boolean isConfident(List<Match<F>> ranked) {
    Match<F> first = ranked.get(0);
    double next = ranked.size() > 1 ? ranked.get(1).likelihood() : 0;
    return first.likelihood() >= CONFIDENT && first.likelihood() - next >= AHEAD;
  }

  /** What speaks for one file. */
  public Evidence evidence(Arriving arrival, Candidate<F> candidate) {
    double former = 0;
    for (PlainName name : candidate.formerNames()) {
      former = Math.max(former, names.of(arrival.name(), name));
    }
    Traits here = arrival.traits();
    Traits there = candidate.traits();
    return new Evidence(
        names.of(arrival.name(), candidate.name()),
        former,
        likeness(here, there),
        here.type().equals(there.type()),
        arrival.name().extension().equals(candidate.name().extension()),
        folders(arrival.folders(), candidate.folders()),
        here.size() == there.size() && here.bytes().equals(there.bytes()) && here.size() > 0);
  }

  /** How alike two contents are among these files. */
  ContentLikeness likeness(Traits one, Traits other) {
    return one.likeness(other, rarity);
  }

  private static double folders(List<String> arrival, List<String> candidate) {
    if (arrival.isEmpty()) {
      return 0;
    }
    Set<String> there = new HashSet<>(candidate);
    return (double) arrival.stream().filter(there::contains).count() / arrival.size();
  }
}
