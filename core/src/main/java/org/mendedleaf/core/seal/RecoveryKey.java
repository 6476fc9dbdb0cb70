package org.mendedleaf.core.seal;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.zip.CRC32C;

/**
 * A key to print and put away: 160 random bits and a checksum of 20, as nine groups of four
 * characters in base 32 without letters that are taken for digits. It opens a store whose
 * passphrase nobody knows any more.
 */
public final class RecoveryKey {

  static final int BYTES = 20;
  private static final String ALPHABET = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
  private static final int CHECKED = BYTES * 8 / 5;
  private static final int CHECKS = 4;
  private static final int GROUP = 4;

  private final byte[] secret;

  private RecoveryKey(byte[] secret) {
    this.secret = secret;
  }

  public static RecoveryKey random(RandomGenerator random) {
    byte[] secret = new byte[BYTES];
    random.nextBytes(secret);
    return new RecoveryKey(secret);
  }

  /**
   * Reads one as it was typed from paper: small letters, blanks, and letters in the place of the
   * digits that they look like do no harm.
   *
   * @return empty if this is none, or it was mistyped
   */
  public static Optional<RecoveryKey> read(String typed) {
    String plain =
        typed
            .toUpperCase(Locale.ROOT)
            .replace('O', '0')
            .replace('I', '1')
            .replace('L', '1')
            .replaceAll("[\\s-]", "");
    if (plain.length() != CHECKED + CHECKS
        || plain.chars().anyMatch(c -> ALPHABET.indexOf(c) < 0)) {
      return Optional.empty();
    }
    byte[] secret = new byte[BYTES];
    int held = 0;
    int bits = 0;
    int at = 0;
    for (int i = 0; i < CHECKED; i++) {
      bits = ((bits << 5) | ALPHABET.indexOf(plain.charAt(i))) & 0xfff;
      held += 5;
      if (held >= 8) {
        held -= 8;
        secret[at++] = (byte) (bits >> held);
      }
    }
    return plain.endsWith(checks(secret)) ? Optional.of(new RecoveryKey(secret)) : Optional.empty();
  }

  /** The printed form. */
  public String shown() {
    StringBuilder plain = new StringBuilder();
    int held = 0;
    int bits = 0;
    for (byte one : secret) {
      bits = ((bits << 8) | (one & 0xff)) & 0xfff;
      held += 8;
      while (held >= 5) {
        held -= 5;
        plain.append(ALPHABET.charAt((bits >> held) & 31));
      }
    }
    plain.append(checks(secret));
    StringBuilder shown = new StringBuilder();
    for (int i = 0; i < plain.length(); i += GROUP) {
      shown.append(i == 0 ? "" : "-").append(plain, i, i + GROUP);
    }
    return shown.toString();
  }

  private static String checks(byte[] secret) {
    CRC32C crc = new CRC32C();
    crc.update(secret);
    StringBuilder checks = new StringBuilder();
    for (int i = 0; i < CHECKS; i++) {
      checks.append(ALPHABET.charAt((int) (crc.getValue() >> (5 * i)) & 31));
    }
    return checks.toString();
  }

  byte[] bytes() {
    return secret.clone();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof RecoveryKey that && Arrays.equals(that.secret, secret);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(secret);
  }
}
