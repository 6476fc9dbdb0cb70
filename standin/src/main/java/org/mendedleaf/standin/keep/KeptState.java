package org.mendedleaf.standin.keep;

import org.jspecify.annotations.Nullable;

/**
 * One state of a file.
 *
 * @param id never given to another state of anything
 * @param number among the states of its file, from 1 on
 * @param at milliseconds since 1970
 * @param size bytes
 * @param sha256 in hex
 */
public record KeptState(
    String id,
    int number,
    long at,
    long size,
    String sha256,
    @Nullable String who,
    @Nullable String note,
    boolean isDraft,
    boolean isHeld) {

  KeptState withNote(@Nullable String text) {
    return new KeptState(id, number, at, size, sha256, who, text, isDraft, isHeld);
  }

  KeptState withDraft(boolean draft) {
    return new KeptState(id, number, at, size, sha256, who, note, draft, isHeld);
  }

  KeptState withHold(boolean hold) {
    return new KeptState(id, number, at, size, sha256, who, note, isDraft, hold);
  }
}
