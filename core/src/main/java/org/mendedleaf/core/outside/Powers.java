package org.mendedleaf.core.outside;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a storage can do, and for what it cannot do the reason as a sentence for a person.
 *
 * @param missing the powers that are missing, with their reasons
 */
public record Powers(Map<Power, String> missing) {

  public Powers {
    missing = Map.copyOf(missing);
  }

  public boolean has(Power power) {
    return !missing.containsKey(power);
  }

  public Optional<String> whyNot(Power power) {
    return Optional.ofNullable(missing.get(power));
  }

  /** The same without one more power. */
  public Powers without(Power power, String reason) {
    Map<Power, String> less = new EnumMap<>(Power.class);
    less.putAll(missing);
    less.put(power, reason);
    return new Powers(less);
  }

  /**
   * Passes only where the power is there.
   *
   * @throws StorageException that says the reason
   */
  public void need(Power power) throws StorageException {
    Optional<String> why = whyNot(power);
    if (why.isPresent()) {
      throw new StorageException(StorageException.Trouble.LACKING, why.get());
    }
  }
}
