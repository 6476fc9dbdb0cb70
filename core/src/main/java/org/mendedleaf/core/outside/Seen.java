package org.mendedleaf.core.outside;

import java.util.Optional;

/**
 * What somebody looked at before changing a file: it is changed only if that still stands there.
 *
 * @param newest the state that stood there; none if there was no file
 */
public record Seen(Optional<StateId> newest) {

  /** There was no file. */
  public static final Seen NOTHING = new Seen(Optional.empty());

  public static Seen of(State state) {
    return new Seen(Optional.of(state.id()));
  }
}
