package org.mendedleaf.core.seal;

import java.security.GeneralSecurityException;
import java.util.Optional;
import javax.crypto.AEADBadTagException;
import javax.crypto.Cipher;
import javax.crypto.SecretKey;
import javax.crypto.spec.GCMParameterSpec;

/**
 * Seals bytes with AES-256-GCM (NIST SP 800-38D): nobody without the key can read them, or change
 * them unnoticed. A nonce must never be used twice under one key.
 */
public final class Sealing {

  /** Bytes of a nonce. */
  public static final int NONCE = 12;

  /** By so many bytes sealed ones are longer than plain ones. */
  public static final int TAG = 16;

  private static final String CIPHER = "AES/GCM/NoPadding";

  private Sealing() {}

  /**
   * @param beside bytes that are not hidden, and without which what is sealed cannot be opened
   */
  public static byte[] seal(SecretKey key, byte[] nonce, byte[] beside, byte[] plain) {
    try {
      return cipher(Cipher.ENCRYPT_MODE, key, nonce, beside).doFinal(plain);
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every Java has " + CIPHER, e);
    }
  }

  /**
   * @return empty if these bytes, or those beside them, are not what was sealed with this key
   */
  public static Optional<byte[]> open(SecretKey key, byte[] nonce, byte[] beside, byte[] sealed) {
    if (sealed.length < TAG) {
      return Optional.empty();
    }
    try {
      return Optional.of(cipher(Cipher.DECRYPT_MODE, key, nonce, beside).doFinal(sealed));
    } catch (AEADBadTagException e) {
      return Optional.empty();
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every Java has " + CIPHER, e);
    }
  }

  private static Cipher cipher(int mode, SecretKey key, byte[] nonce, byte[] beside)
      throws GeneralSecurityException {
    Cipher cipher = Cipher.getInstance(CIPHER);
    cipher.init(mode, key, new GCMParameterSpec(8 * TAG, nonce));
    cipher.updateAAD(beside);
    return cipher;
  }
}
