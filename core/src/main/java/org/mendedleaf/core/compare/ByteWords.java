package org.mendedleaf.core.compare;

import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.Shares;
import org.mendedleaf.core.store.SharedBytes;

/** Describes a change by its bytes alone. */
final class ByteWords {

  private ByteWords() {}

  static String told(SharedBytes shared) {
    if (!shared.isKnown()) {
      return "its bytes differ";
    }
    if (shared.sameHead() == shared.later() && shared.later() < shared.earlier()) {
      return "cut off: the last %s are gone"
          .formatted(Sentences.count(shared.earlier() - shared.later(), "byte", "bytes"));
    }
    if (shared.sameHead() == shared.earlier()) {
      return "%s added at the end"
          .formatted(Sentences.count(shared.later() - shared.earlier(), "byte", "bytes"));
    }
    long other = shared.later() - shared.shared();
    return other <= 0
        ? "the same bytes in another order"
        : Shares.told(other, shared.later()) + " of its bytes are new";
  }
}
