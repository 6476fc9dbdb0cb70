package org.mendedleaf.core.intake;

/**
 * A file that an arrival may replace, with how likely that is.
 *
 * @param <F> what stands for the file
 * @param likelihood 0 to 1
 * @param confident whether it is likely enough, and far enough before the next, to be done without
 *     a person looking at each
 */
public record Match<F>(
    Candidate<F> candidate, Evidence evidence, double likelihood, boolean confident) {

  Match<F> asConfident() {
    return new Match<>(candidate, evidence, likelihood, true);
  }
}
