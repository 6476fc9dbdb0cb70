package org.mendedleaf.core.intake;

/**
 * The weights of the evidence. The figures come from a logistic regression with a ridge of 3 over
 * one half of the labelled set in {@code ArrivalsScoreTest}.
 */
final class Weights {

  private static final double[] FITTED = {-16.94, 0.88, 7.09, 2.15, 2.45, 7.05, 5.08, 4.43};

  /**
   * A new edition may have nothing in common with the old one but its name and kind; of one that is
   * broken only the name says the kind.
   */
  private static final double SAME_NAME = 0.96;

  private static final double BY_NAME_ALONE = 0.6;
  private static final double IDENTICAL = 0.999;

  private Weights() {}

  static double likelihood(Evidence evidence) {
    if (evidence.identical()) {
      return IDENTICAL;
    }
    double[] features = features(evidence);
    double sum = 0;
    for (int i = 0; i < features.length; i++) {
      sum += FITTED[i] * features[i];
    }
    double likelihood = 1 / (1 + Math.exp(-sum));
    return evidence.named() >= SAME_NAME && (evidence.sameKind() || evidence.sameExtension())
        ? Math.max(likelihood, BY_NAME_ALONE)
        : likelihood;
  }

  private static double[] features(Evidence evidence) {
    double named = evidence.named();
    double content = evidence.content().strongest();
    double part =
        Math.max(
            Math.max(evidence.content().terms().ofThis(), evidence.content().terms().ofOther()),
            Math.max(evidence.content().bytes().ofThis(), evidence.content().bytes().ofOther()));
    return new double[] {
      1,
      named,
      content,
      named * Math.max(content, part),
      evidence.sameKind() ? 1 : 0,
      part,
      Math.pow(named, 8),
      Math.sqrt(content)
    };
  }
}
