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
import org.mendedleaf.core.likeness.WeighedName;
import org.mendedleaf.core.likeness.WeighedTraits;

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
  public static final double OFFERED = 0.4;

  private static final Comparator<Match<?>> LIKELIEST_FIRST =
      Comparator.comparingDouble((Match<?> match) -> match.likelihood())
          .thenComparingDouble(match -> match.evidence().folders())
          .thenComparing(match -> match.candidate().saved())
          .reversed();

  private static final double CONFIDENT = 0.97;
  private static final double AHEAD = 0.25;

  /** A candidate, made ready to be compared often. */
  private record Ready<F>(
      Candidate<F> candidate,
      WeighedName name,
      List<WeighedName> formerNames,
      WeighedTraits traits) {}

  private final List<Ready<F>> candidates;
  private final NameLikeness names;
  private final ContentRarity rarity;

  /**
   * @param candidates all files that may come into question, look-alikes included
   */
  public Matching(List<Candidate<F>> candidates) {
    this.names = NameLikeness.among(candidates.stream().map(Candidate::name).toList());
    this.rarity = ContentRarity.among(candidates.stream().map(Candidate::traits).toList());
    this.candidates = candidates.stream().map(this::ready).toList();
  }

  private Ready<F> ready(Candidate<F> one) {
    return new Ready<>(
        one,
        names.weigh(one.name()),
        one.formerNames().stream().map(names::weigh).toList(),
        rarity.weigh(one.traits()));
  }

  /** The files that an arrival may replace, the likeliest first; empty if it is none of them. */
  public List<Match<F>> rank(Arriving arrival) {
    List<Match<F>> ranked = new ArrayList<>();
    WeighedName name = names.weigh(arrival.name());
    WeighedTraits traits = rarity.weigh(arrival.traits());
    for (Ready<F> ready : candidates) {
      Evidence evidence = evidence(arrival, name, traits, ready);
      double likelihood = Weights.likelihood(evidence);
      if (likelihood >= OFFERED) {
        ranked.add(new Match<>(ready.candidate(), evidence, likelihood, false));
      }
    }
    ranked.sort(LIKELIEST_FIRST);
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

  /**
   * A content beside that of a candidate.
   *
   * @param <F> what stands for a file
   */
  record ComparedCandidate<F>(Candidate<F> candidate, ContentLikeness likeness) {}

  /** How alike a content is to that of each candidate. */
  List<ComparedCandidate<F>> compare(Traits traits) {
    WeighedTraits here = rarity.weigh(traits);
    return candidates.stream()
        .map(one -> new ComparedCandidate<>(one.candidate(), here.likeness(one.traits())))
        .toList();
  }

  /** How much a name calls a candidate, 0 to 1. */
  double named(PlainName name, Candidate<F> candidate) {
    return names.of(names.weigh(name), names.weigh(candidate.name()));
  }

  /** The candidates that a name calls at least so much, the nearest first. */
  List<Candidate<F>> namedLike(PlainName name, double least) {
    return candidates.stream()
        .map(Ready::candidate)
        .filter(one -> named(name, one) >= least)
        .sorted(Comparator.comparingDouble((Candidate<F> one) -> named(name, one)).reversed())
        .toList();
  }

  /** What speaks for one file. */
  public Evidence evidence(Arriving arrival, Candidate<F> candidate) {
    return evidence(
        arrival, names.weigh(arrival.name()), rarity.weigh(arrival.traits()), ready(candidate));
  }

  private Evidence evidence(
      Arriving arrival, WeighedName name, WeighedTraits here, Ready<F> ready) {
    Candidate<F> candidate = ready.candidate();
    double former = 0;
    for (WeighedName had : ready.formerNames()) {
      former = Math.max(former, names.of(name, had));
    }
    Traits mine = here.traits();
    Traits theirs = candidate.traits();
    return new Evidence(
        names.of(name, ready.name()),
        former,
        here.likeness(ready.traits()),
        mine.type().equals(theirs.type()),
        arrival.name().extension().equals(candidate.name().extension()),
        folders(arrival.folders(), candidate.folders()),
        mine.size() > 0 && mine.size() == theirs.size() && mine.bytes().equals(theirs.bytes()));
  }

  private static double folders(List<String> arrival, List<String> candidate) {
    if (arrival.isEmpty()) {
      return 0;
    }
    Set<String> there = new HashSet<>(candidate);
    return (double) arrival.stream().filter(there::contains).count() / arrival.size();
  }
}
