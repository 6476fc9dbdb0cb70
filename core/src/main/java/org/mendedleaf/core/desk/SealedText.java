package org.mendedleaf.core.desk;

import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Sealing;

/**
 * A text that a desk remembers about an encrypted store, sealed, as one line: the word {@code
 * sealed}, the id of the store whose key opens it, 16 random bytes by which its own key is told,
 * and the sealed text, these two in base 64.
 */
public final class SealedText {

  private static final Pattern LINE =
      Pattern.compile("sealed ([0-9a-f]+) ([A-Za-z0-9+/=]+) ([A-Za-z0-9+/=]+)\\s*");
  private static final String PURPOSE = "desk file";
  private static final int SALT = 16;
  // Each text has a key of its own.
  private static final byte[] ONLY_NONCE = new byte[Sealing.NONCE];
  private static final SecureRandom RANDOM = new SecureRandom();

  private SealedText() {}

  /**
   * @param store whose key this is
   */
  public static String seal(String store, DataKey key, String text) {
    byte[] salt = new byte[SALT];
    RANDOM.nextBytes(salt);
    byte[] sealed = Sealing.seal(key.derive(PURPOSE, salt), ONLY_NONCE, bytes(store), bytes(text));
    Base64.Encoder base64 = Base64.getEncoder();
    return "sealed %s %s %s"
        .formatted(store, base64.encodeToString(salt), base64.encodeToString(sealed));
  }

  /** The store whose key opens this; empty if it is a plain text. */
  public static Optional<String> storeOf(String text) {
    Matcher line = LINE.matcher(text);
    return line.matches() ? Optional.of(line.group(1)) : Optional.empty();
  }

  /**
   * The plain text.
   *
   * @return empty if it was changed, or sealed with another key
   */
  public static Optional<String> open(DataKey key, String text) {
    Matcher line = LINE.matcher(text);
    if (!line.matches()) {
      return Optional.empty();
    }
    Base64.Decoder base64 = Base64.getDecoder();
    return Sealing.open(
            key.derive(PURPOSE, base64.decode(line.group(2))),
            ONLY_NONCE,
            bytes(line.group(1)),
            base64.decode(line.group(3)))
        .map(plain -> new String(plain, StandardCharsets.UTF_8));
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
