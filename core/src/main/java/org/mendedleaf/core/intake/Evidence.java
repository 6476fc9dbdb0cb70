package org.mendedleaf.core.intake;

import org.mendedleaf.core.likeness.ContentLikeness;

/**
 * A reason why an arrival may belong to a file.
 *
 * @param name how much the names call the same, 0 to 1
 * @param former how much its name calls the same as a name that the file had before, 0 to 1
 * @param content how alike the contents are
 * @param sameKind whether both are of the same kind by their bytes
 * @param sameExtension whether their names end alike
 * @param folders which part of the arrival's folders the file's folders have too, 0 to 1
 * @param identical whether the contents are the same
 */
public record Evidence(
    double name,
    double former,
    ContentLikeness content,
    boolean sameKind,
    boolean sameExtension,
    double folders,
    boolean identical) {

  /** What the names tell. */
  public double named() {
    return Math.max(name, former * FORMER);
  }

  private static final double FORMER = 0.95;
}
