package org.mendedleaf.core.seal;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.random.RandomGenerator;
import javax.crypto.SecretKey;
import javax.crypto.spec.SecretKeySpec;

/**
 * The key of a store, wrapped so that one secret opens it. Changing a passphrase writes another
 * slot and nothing else.
 *
 * @param stretching what trying a passphrase costs; empty where the secret is a {@link
 *     RecoveryKey}, which nobody can guess
 * @param salt random, for this slot alone
 * @param wrapped the key, sealed
 */
public record KeySlot(Optional<Stretching> stretching, byte[] salt, byte[] wrapped) {

  private static final int SALT = 16;
  // Every slot has a salt and so a key of its own, which seals once.
  private static final byte[] ONLY_NONCE = new byte[Sealing.NONCE];

  /**
   * Wraps a key with a passphrase; takes as long as trying one.
   *
   * @param of whose key it is: it opens under no other name
   */
  public static KeySlot of(
      DataKey key, String of, Passphrase passphrase, Stretching cost, RandomGenerator random) {
    byte[] salt = salt(random);
    byte[] wrapped = wrap(key, of, stretched(passphrase, cost, salt));
    return new KeySlot(Optional.of(cost), salt, wrapped);
  }

  /** Wraps a key with a recovery key. */
  public static KeySlot of(DataKey key, String of, RecoveryKey recovery, RandomGenerator random) {
    byte[] salt = salt(random);
    return new KeySlot(Optional.empty(), salt, wrap(key, of, derived(recovery, salt)));
  }

  private static byte[] salt(RandomGenerator random) {
    byte[] salt = new byte[SALT];
    random.nextBytes(salt);
    return salt;
  }

  private static byte[] wrap(DataKey key, String of, SecretKey with) {
    return Sealing.seal(with, ONLY_NONCE, of.getBytes(StandardCharsets.UTF_8), key.secret());
  }

  /** Whether a passphrase opens it, rather than a recovery key. */
  public boolean isForPassphrase() {
    return stretching.isPresent();
  }

  /**
   * The key; takes as long as trying a passphrase costs.
   *
   * @return empty if it is the wrong one
   */
  public Optional<DataKey> open(String of, Passphrase passphrase) {
    return stretching.flatMap(cost -> unwrap(of, stretched(passphrase, cost, salt)));
  }

  /** The key; empty if it is the wrong one. */
  public Optional<DataKey> open(String of, RecoveryKey recovery) {
    return isForPassphrase() ? Optional.empty() : unwrap(of, derived(recovery, salt));
  }

  private Optional<DataKey> unwrap(String of, SecretKey with) {
    return Sealing.open(with, ONLY_NONCE, of.getBytes(StandardCharsets.UTF_8), wrapped)
        .filter(secret -> secret.length == DataKey.BYTES)
        .map(DataKey::of);
  }

  private static SecretKey stretched(Passphrase passphrase, Stretching cost, byte[] salt) {
    return new SecretKeySpec(cost.stretch(passphrase.bytes(), salt), "AES");
  }

  private static SecretKey derived(RecoveryKey recovery, byte[] salt) {
    byte[] secret = Arrays.copyOf(recovery.bytes(), DataKey.BYTES);
    return DataKey.of(secret).derive("recovery key", salt);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof KeySlot that
        && that.stretching.equals(stretching)
        && Arrays.equals(that.salt, salt)
        && Arrays.equals(that.wrapped, wrapped);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(wrapped);
  }

  @Override
  public String toString() {
    return "KeySlot[" + HexFormat.of().formatHex(salt) + "]";
  }
}
