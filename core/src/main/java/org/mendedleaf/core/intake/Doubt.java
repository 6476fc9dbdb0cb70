package org.mendedleaf.core.intake;

import java.time.Instant;
import java.util.Set;
import org.mendedleaf.core.likeness.Traits;

/**
 * A reason to ask before something is brought in onto a file.
 *
 * @param <F> what stands for a file
 */
public sealed interface Doubt<F> {

  /**
   * Its content is more like another file's than like the one it is to replace.
   *
   * @param other the file whose content it most likely is
   * @param part which part of it is in that file, 0 to 1
   * @param here which part of it is in the file that it is to replace, 0 to 1
   */
  record BelongsElsewhere<F>(Candidate<F> other, double part, double here) implements Doubt<F> {}

  /**
   * Its bytes are of another kind than those that are there.
   *
   * @param type what it is
   * @param there what the file is
   */
  record OtherKind<F>(String type, String there) implements Doubt<F> {}

  /** Its name says another kind than its bytes. */
  record NameSaysOtherKind<F>(String extension, String type) implements Doubt<F> {}

  /** It is empty, cut off or filled with zeros, or it cannot be read. */
  record Broken<F>(Set<Traits.Flaw> flaws) implements Doubt<F> {}

  /**
   * It is contained in what is there, which is longer: perhaps the rest is missing.
   *
   * @param missing about which part of what is there it does not have, 0 to 1
   */
  record OnlyABeginning<F>(double missing) implements Doubt<F> {}

  /** What is there was saved later. */
  record Older<F>(Instant arrival, Instant there) implements Doubt<F> {}

  /**
   * What the content calls itself is the name of another file.
   *
   * @param title what it calls itself
   */
  record CallsItselfOtherwise<F>(String title, Candidate<F> other) implements Doubt<F> {}
}
