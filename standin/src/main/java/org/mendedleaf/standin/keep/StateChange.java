package org.mendedleaf.standin.keep;

import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * What can be said of a state after it was made.
 *
 * @param needs without which it cannot be said
 */
public record StateChange(Trait needs, UnaryOperator<KeptState> to) {

  /** Holds it, or lets go of it. */
  public static StateChange hold(boolean isHeld) {
    return new StateChange(Trait.HOLDS, state -> state.withHold(isHeld));
  }

  /** Says what was changed. */
  public static StateChange note(@Nullable String text) {
    return new StateChange(Trait.NOTES, state -> state.withNote(text));
  }

  /** Issues it, or takes that back. */
  public static StateChange draft(boolean isDraft) {
    return new StateChange(Trait.DRAFTS, state -> state.withDraft(isDraft));
  }
}
