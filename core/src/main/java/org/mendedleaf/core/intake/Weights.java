package org.mendedleaf.core.intake;

/** How evidence is weighed. */
final class Weights {

  static final double[] FITTED = {-6, 4, 5, 3, 1, 0.5, 1, 1};

  private Weights() {}

  /** The figures that are weighed, the first one always 1. */
  static double[] features(Evidence evidence) {
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
      evidence.folders(),
      part,
      Math.pow(named, 8)
    };
  }

  static double likelihood(Evidence evidence) {
    double[] features = features(evidence);
    double sum = 0;
    for (int i = 0; i < features.length; i++) {
      sum += FITTED[i] * features[i];
    }
    return 1 / (1 + Math.exp(-sum));
  }
}
