package org.mendedleaf.core.seal;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.NoSuchAlgorithmException;
import java.util.random.RandomGenerator;
import javax.crypto.Mac;
import javax.crypto.SecretKey;
import javax.crypto.spec.SecretKeySpec;

/**
 * The random secret of an encrypted store, from which every other key is derived. It never encrypts
 * anything itself, and it stays the same when a passphrase is changed. Immutable; safe for several
 * threads.
 */
public final class DataKey {

  /** Bytes of the secret and of each key that is derived from it: AES-256. */
  public static final int BYTES = 32;

  private static final String HMAC = "HmacSHA256";

  private final byte[] secret;

  private DataKey(byte[] secret) {
    this.secret = secret;
  }

  /**
   * A new one.
   *
   * @param random one that cannot be guessed, but in tests
   */
  public static DataKey random(RandomGenerator random) {
    byte[] secret = new byte[BYTES];
    random.nextBytes(secret);
    return new DataKey(secret);
  }

  /** The one with this secret. */
  public static DataKey of(byte[] secret) {
    if (secret.length != BYTES) {
      throw new IllegalArgumentException("a key of " + secret.length + " bytes");
    }
    return new DataKey(secret.clone());
  }

  /** The secret, for who wraps it. */
  public byte[] secret() {
    return secret.clone();
  }

  /**
   * Derives the key for one purpose: HKDF-Expand (RFC 5869) of one block with SHA-256, where the
   * secret is random already.
   *
   * @param purpose what the key is for; two purposes never share a key
   * @param context which one of many keys for that purpose
   */
  public SecretKey derive(String purpose, byte[] context) {
    return new SecretKeySpec(expand(purpose, context), "AES");
  }

  /** Derives a secret of its own for one purpose. */
  public DataKey derive(String purpose) {
    return new DataKey(expand(purpose, new byte[0]));
  }

  /** What proves that somebody who had this key wrote these bytes: HMAC-SHA-256 (RFC 2104). */
  public byte[] proof(String purpose, byte[] bytes) {
    return mac(expand(purpose, new byte[0]), bytes);
  }

  private byte[] expand(String purpose, byte[] context) {
    byte[] name = purpose.getBytes(StandardCharsets.US_ASCII);
    ByteBuffer info = ByteBuffer.allocate(name.length + 1 + context.length + 1);
    info.put(name).put((byte) 0).put(context).put((byte) 1);
    return mac(secret, info.array());
  }

  private static byte[] mac(byte[] key, byte[] bytes) {
    try {
      Mac mac = Mac.getInstance(HMAC);
      mac.init(new SecretKeySpec(key, HMAC));
      return mac.doFinal(bytes);
    } catch (NoSuchAlgorithmException | InvalidKeyException e) {
      throw new IllegalStateException("every Java has " + HMAC, e);
    }
  }
}
