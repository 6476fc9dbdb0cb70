package org.mendedleaf.core.likeness;

import java.util.Collection;

/** The rarity of bytes and words among some contents. Unchangeable. */
public record ContentRarity(Rarity bytes, Rarity terms) {

  /** Everything tells the same. */
  public static final ContentRarity NONE = new ContentRarity(Rarity.NONE, Rarity.NONE);

  /** Counts among these. */
  public static ContentRarity among(Collection<Traits> contents) {
    return new ContentRarity(
        Rarity.among(contents.stream().map(Traits::bytes).toList()),
        Rarity.among(contents.stream().map(Traits::terms).toList()));
  }

  /** Some traits among these contents. */
  public WeighedTraits weigh(Traits traits) {
    return new WeighedTraits(traits, this);
  }
}
