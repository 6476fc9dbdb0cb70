package org.mendedleaf.core.seal;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * The choice of encryption for a store.
 *
 * @param passphrase that opens it
 * @param cost of trying one
 * @param recovery the key to print that opens it too, if one is wanted
 */
public record Secrecy(Passphrase passphrase, Stretching cost, Optional<RecoveryKey> recovery) {

  /** Wraps a key in as many slots as there are ways to open it. */
  public List<KeySlot> slots(DataKey key, String of, RandomGenerator random) {
    List<KeySlot> slots = new ArrayList<>();
    slots.add(KeySlot.of(key, of, passphrase, cost, random));
    recovery.ifPresent(secret -> slots.add(KeySlot.of(key, of, secret, random)));
    return slots;
  }
}
