package org.mendedleaf.core.likeness;

/** Traits among others, ready to be compared often. Unchangeable. */
public final class WeighedTraits {

  private final Traits traits;
  private final WeighedSketch bytes;
  private final WeighedSketch terms;

  WeighedTraits(Traits traits, ContentRarity rarity) {
    this.traits = traits;
    this.bytes = rarity.bytes().weigh(traits.bytes());
    this.terms = rarity.terms().weigh(traits.terms());
  }

  public Traits traits() {
    return traits;
  }

  /** How alike this content and another are. */
  public ContentLikeness likeness(WeighedTraits other) {
    return new ContentLikeness(
        bytes.overlap(other.bytes),
        terms.overlap(other.terms),
        traits.picture().likeness(other.traits.picture()));
  }
}
