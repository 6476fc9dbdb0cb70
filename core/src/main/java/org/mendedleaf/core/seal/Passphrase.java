package org.mendedleaf.core.seal;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;

/**
 * The passphrase that a person types to open an encrypted store. The same word typed on another
 * keyboard is the same passphrase: it is taken in Unicode's composed form (NFC). Says nothing of
 * itself.
 */
public final class Passphrase {

  /** A shorter one is refused when it is chosen: it would be found by trying. */
  public static final int SHORTEST = 10;

  private final String text;

  private Passphrase(String text) {
    this.text = text;
  }

  public static Passphrase of(String typed) {
    return new Passphrase(Normalizer.normalize(typed, Normalizer.Form.NFC));
  }

  /** Whether it is long enough to be chosen for a store. */
  public boolean isLongEnough() {
    return text.codePointCount(0, text.length()) >= SHORTEST;
  }

  byte[] bytes() {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Passphrase that && that.text.equals(text);
  }

  @Override
  public int hashCode() {
    return text.hashCode();
  }
}
