package org.mendedleaf.core.compare.process;

import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;

/**
 * The result of looking inside a content.
 *
 * @param kind what it is by its content
 * @param inside what can be shown of it
 */
public record Look(Kind kind, Inside inside) {

  /** What is said of a link; what it points to is not looked into. */
  public static Look ofLink(String target) {
    return new Look(Kind.LINK, new Inside.Nothing("A link to " + target + "."));
  }
}
